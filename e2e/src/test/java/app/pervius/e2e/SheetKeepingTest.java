package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** The rule sheet as it is kept: as a file, in editions, by those who look after a folder; and what lies in folders already. */
class SheetKeepingTest {

    private static final By EDITOR = By.cssSelector("form.editor");

    @TempDir
    Path files;

    private static By test(String name) {
        return By.cssSelector("[data-test=" + name + "]");
    }

    private static By folder(String name) {
        return By.xpath("//*[@role='treeitem'][contains(., '" + name + "')]");
    }

    private static By switchOf(String rule, String state) {
        return By.xpath("//button[@role='switch'][@aria-label='" + rule + ": " + state + "']");
    }

    private static String sheetAsFile(Browser controller) {
        return (String) controller.jsLater(
                "const done = arguments[arguments.length - 1]; fetch(document.querySelector('[data-test=sheet-out]').href).then((r) => "
                + "r.text()).then(done)");
    }

    @Test
    void theSheetIsWrittenOutReadInRefusedByLineAndTakenBack() {
        try (Browser controller = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova").open("/rules").clickButton("As a file").see(test("sheet-out"));
            String written = sheetAsFile(controller);
            assertThat(written).contains("name: Site documents");

            controller.chooseFiles(test("sheet-in"), List.of(Drawings.file(files, "wrong.yaml",
                    written.replace("name: Site documents", "nmae: Site documents"))));
            controller.seeText("wrong.yaml was not taken.").seeText("nmae").see(By.xpath("//li/span[starts-with(., 'line ')]"));

            String more = written.replace("name: Site documents", "name: Site papers");
            controller.chooseFiles(test("sheet-in"), List.of(Drawings.file(files, "more.yaml", more))).seeText("1 rule new")
                    .seeText("Not in the file, and left as they are behind the others: Site documents.");
            controller.see(switchOf("Site papers", "never"));
            controller.leaveFields().press("u").seeNone(switchOf("Site papers", "never"));
            assertThat(sheetAsFile(controller)).isEqualTo(written);
        }
    }

    @Test
    void anEditionIsComparedAndPutBackButNotOverWhatSomebodyElseDidMeanwhile() {
        try (Browser controller = new Browser(Demo.address()); Browser other = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova").open("/rules").click(switchOf("Controls design", "on"))
                    .see(switchOf("Controls design", "off"));
            controller.clickButton("Editions").seeText("“Controls design” switched off")
                    .choose(By.xpath("//select[@aria-label='In which state']"), "the draft");
            controller.click(By.xpath("//ol[contains(@class,'editions')]/li[2]//button[contains(@aria-label, 'Compare')]"))
                    .seeText("Controls design switched off");
            other.signInAs("Aoife Ní Raghnaill").open("/rules").see(switchOf("Controls design", "off"));
            controller.click(By.xpath("//ol[contains(@class,'editions')]/li[2]//button[normalize-space()='Back to this']"))
                    .see(switchOf("Controls design", "on"));
            other.see(switchOf("Controls design", "on"));
        }
    }

    @Test
    void whatIsBeingWrittenIsKeptAndNeitherOfTwoOverwritesTheOther() {
        By description = By.xpath("//form[contains(@class,'editor')]//textarea");
        By save = test("save-draft");
        try (Browser first = new Browser(Demo.address()); Browser second = new Browser(Demo.address())) {
            first.signInAs("Mirela Draganova").open("/rules").clickButton("Civil design").type(description, "Pumps of the station.");
            second.signInAs("Aoife Ní Raghnaill").open("/rules").clickButton("Civil design").type(description, "Gates of the weir.")
                    .click(save).seeText("Gates of the weir.");
            first.seeText("Aoife Ní Raghnaill changed this while you were writing.")
                    .until("return document.querySelector('[data-test=save-draft]').disabled");
            assertThat(first.see(description).getDomProperty("value")).isEqualTo("Pumps of the station.");

            first.leaveFields().open("/desk").open("/rules").seeText("Not saved yet: “Civil design”").clickButton("go on with it")
                    .seeText("changed this while you were writing");
            first.click(test("take-theirs")).seeNoText("changed this while you were writing");
            assertThat(first.see(description).getDomProperty("value")).isEqualTo("Gates of the weir.");
            first.type(description, " And pumps.").clickButton("Leave it as it was").seeNoText("Not saved yet").leaveFields().press("u");
            assertThat(first.see(description).getDomProperty("value")).isEqualTo("Gates of the weir. And pumps.");
            first.click(save).seeNone(description).seeText("Gates of the weir. And pumps.").seeNoText("Not saved yet");

            second.seeText("Gates of the weir. And pumps.").leaveFields().press("u")
                    .seeText("Not taken back: Mirela Draganova changed it in the meantime.");
            first.click(By.xpath("//tr[contains(@class,'under')][preceding-sibling::tr[1][contains(., 'Civil "
                    + "design')]]//button[normalize-space()='Drop the draft']")).seeNoText("And pumps.");
        }
    }

    @Test
    void whoLooksAfterAFolderWritesItsRuleAndWhatLiesThereGoesThroughIt() {
        try (Browser controller = new Browser(Demo.address()); Browser site = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova").open("/folders").click(folder("Site notes")).clickButton("Who sees it")
                    .click(test("keepers"));
            controller.click(By.xpath("//li[@role='option'][contains(., 'Marisol Quintavalle')]")).press(Keys.ESCAPE).clickButton("Save");

            site.signInAs("Marisol Quintavalle").open("/folders").click(folder("Site notes")).seeText("No rule stands on this folder");
            site.chooseFiles(test("files"), List.of(Drawings.pdf(files, "Otters at the fish pass.pdf"))).clickButton("Send")
                    .seeText("Received as");
            site.open("/rules").seeText("rules that stand only on folders you look after").leaveFields().press("n");
            site.type(test("rule-name"), "Site notes").click(By.xpath("//form//label[contains(., 'Site notes')]//input"));
            site.click(test("open-number")).choose(test("says-number"), "said here").choose(test("scheme"), "gets no number");
            site.click(test("open-review")).choose(test("says-review"), "said here")
                    .choose(test("route"), "nobody reviews it: filed at once");
            site.click(test("open-issue")).choose(test("says-issue"), "said here").choose(test("target-at-once"), "Shared / Site documents")
                    .choose(test("status-filing"), "S2 for information");
            site.seeText("The check finds nothing.").click(test("save-draft")).seeNone(EDITOR);
            site.clickButton("Site notes").click(test("open-issue"));
            site.type(By.xpath("//input[@aria-label='Name of files placed for filing']"), Keys.chord(Keys.CONTROL, "a") + "{name}")
                    .seeText("Shared / Site documents / ").seeText("The check finds nothing.").click(test("save-draft")).seeNone(EDITOR);
            site.click(By.xpath("//button[normalize-space()='Put in force']")).see(switchOf("Site notes", "on"));

            controller.open("/rules").clickButton("Site notes").type(test("rule-name"), " of Dunmarrow").click(test("save-draft"))
                    .seeNone(EDITOR);
            controller.click(By.xpath(
                    "//tr[contains(@class,'under')][preceding-sibling::tr[1][contains(., 'Site notes of "
                    + "Dunmarrow')]]//button[normalize-space()='Put in force']"));
            controller.seeText("where it stands and never went through rules: ").seeText("Otters at the fish pass.pdf");
            controller.click(By.xpath("//button[normalize-space()='Send it through' or normalize-space()='Send them through']"))
                    .seeText("No file lies where it stands");
            site.open("/folders").click(folder("Site notes")).seeText("Issued");
            controller.clickButton("Site notes of Dunmarrow").click(test("open-issue"))
                    .see(By.xpath("//ul[@aria-label='What it comes to for filing']/li"));
            controller.clickButton("Take off the sheet").seeNone(switchOf("Site notes of Dunmarrow", "on"));
            controller.open("/folders").click(folder("Site notes")).clickButton("Who sees it").click(test("keepers"));
            controller.click(By.xpath("//li[@role='option'][contains(., 'Marisol Quintavalle')]")).press(Keys.ESCAPE).clickButton("Save")
                    .seeText("No rule stands on this folder");
        }
    }

    @Test
    void aFileMovedIntoAnIntakeFolderGoesByItsRulesAndLeavesATrace() {
        try (Browser site = new Browser(Demo.address())) {
            site.signInAs("Marisol Quintavalle").open("/folders").click(folder("Site notes")).seeText("No rule stands on this folder");
            site.chooseFiles(test("files"), List.of(Drawings.pdf(files, "MS-M_Otter holt.pdf"))).clickButton("Send").seeText("Received as");
            site.click(test("move-files"))
                    .click(By.xpath("//form[@aria-label='Move or copy files']//label[contains(., 'Otter holt')]//input"));
            site.choose(test("into"), "Work in progress / Dunmarrow Works / Deliveries").clickButton("Move 1 file");
            site.see(By.xpath("//section[@aria-label='What left this folder']/p[contains(., 'MS-M_Otter holt.pdf went to Work in "
                    + "progress / Dunmarrow Works / Deliveries')]"));
            site.click(By.xpath("//section[@aria-label='What left this folder']//a"))
                    .click(By.xpath("//tr[contains(., 'MS-M_Otter holt.pdf')]//a[contains(@href, '/passages/')]"))
                    .seeText("Moved into " + "Work in progress / Dunmarrow Works / Deliveries.");
        }
    }

    @Test
    void thePassageShowsWhereTheTitleBlockSaysSomethingElse() {
        try (Browser site = new Browser(Demo.address())) {
            site.signInAs("Marisol Quintavalle").open("/folders").click(folder("Deliveries")).seeText("What happens here");
            site.chooseFiles(test("files"), List.of(Drawings.titled(files, "MS-M_Lock gate.pdf", "KWR-FNK-H-DR-0001 P09")))
                    .clickButton("Send").seeText("Received as");
            site.click(By.xpath("//tr[contains(., 'MS-M_Lock gate.pdf')]//a[contains(@href, '/passages/')]"))
                    .see(By.xpath("//section[@aria-label='Title block']"));
            site.until("return document.querySelector('.corner canvas')?.width > 400")
                    .seeText("The title block carries the number KWR-FNK-H-DR-0001, not KWR-DNM-M-MS-")
                    .seeText("The title block says revision P09, not P01.");
            assertThat(site.see(By.xpath("//section[@aria-label='Title block']//tr[th[.='register']]/td[1]")).getText())
                    .startsWith("KWR-DNM-M-MS-");
        }
    }
}
