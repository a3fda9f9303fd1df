package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** The rule sheet as a controller works on it: from the keyboard, tried before it is in force, explained afterwards. */
class RuleSheetTest {

    private static final By EDITOR = By.cssSelector("form.editor");

    @TempDir
    Path files;

    private static By test(String name) {
        return By.cssSelector("[data-test=" + name + "]");
    }

    private static By row(String name) {
        return By.xpath("//tr[.//button[contains(@class,'name')][normalize-space()='" + name + "']]");
    }

    @Test
    void aRuleIsMadeTriedPutInForceAndTakenBack() {
        try (Browser controller = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova").open("/rules").seeText("Data sheets from suppliers").leaveFields().press("n");
            controller.type(test("rule-name"), "Letters").click(By.xpath("//form//label[contains(., 'Letters of FNK')]//input"));
            controller.click(test("add-condition")).click(test("formats")).click(By.xpath("//li[@role='option'][contains(., 'PDF')]"))
                    .press(Keys.ESCAPE);
            controller.click(test("open-review")).choose(test("says-review"), "said here")
                    .choose(test("route"), "nobody reviews it: filed at once");
            controller.click(test("open-issue")).choose(test("says-issue"), "said here")
                    .choose(test("target-at-once"), "Shared / Hydraulics")
                    .choose(test("status-filing"), "S2 for information");
            controller.click(test("save-draft")).seeNone(EDITOR).see(
                    By.xpath("//tr[contains(@class,'under')][preceding-sibling::tr[1][contains(., "
                    + "'Letters')]]//button[normalize-space()='Put in force']"));
            controller.clickButton("Try the draft").choose(test("trial-on"), "names typed or pasted")
                    .choose(test("trial-folder"), "Work in progress / WP-03 Fish pass / Letters of FNK");
            controller.type(test("trial-names"), "Letter one.pdf\nPhoto.png").click(test("try"));
            controller.seeText("2 arrivals tried: 2 would fare otherwise").seeText("filed at once").seeText("stopped at Arrive")
                    .seeText("Taken by “Letters” instead of");
            controller.click(test("put-in-force")).see(By.xpath("//button[@role='switch'][@aria-label='Letters: on']"));
            controller.seeText("No file lies where it stands");
            controller.leaveFields().press("u").see(By.xpath("//button[@role='switch'][@aria-label='Letters: never']"));
            controller.clickButton("Editions").seeText("back to edition");
            controller.click(By.xpath(
                    "//tr[contains(@class,'under')][preceding-sibling::tr[1][contains(., 'Letters')]]//button[normalize-space()='Drop "
                    + "the rule']")).seeNone(row("Letters"));
            assertThat(controller.consoleErrors()).isEmpty();
        }
    }

    @Test
    void rowsAreMovedDuplicatedAndOpenedAtTheirColumnFromTheKeyboard() {
        try (Browser controller = new Browser(Demo.address())) {
            controller.signInAs("Aoife Ní Raghnaill").open("/rules").seeText("Data sheets from suppliers").leaveFields();
            List<String> before = names(controller);
            controller.press(Keys.ARROW_DOWN).press("J").seeText("the order as shown");
            assertThat(names(controller)).isNotEqualTo(before);
            controller.press("u").seeNoText("the order as shown");
            assertThat(names(controller)).isEqualTo(before);
            controller.click(By.cssSelector("[aria-label='Move “" + before.getFirst() + "” down']")).seeText("the order as shown");
            assertThat(names(controller).subList(0, 2)).containsExactly(before.get(1), before.get(0));
            controller.leaveFields().press("u").seeNoText("the order as shown").press(Keys.ARROW_DOWN);
            controller.press("d").see(row(before.get(1) + " (copy)"));
            controller.press("u").seeNone(row(before.get(1) + " (copy)"));
            controller.press(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT, Keys.ARROW_RIGHT, Keys.ARROW_RIGHT, Keys.ARROW_RIGHT).press(Keys.ENTER);
            controller.until("return document.activeElement?.closest('.station')?.classList.contains('issue')");
            controller.press(Keys.ESCAPE).seeNone(EDITOR);
        }
    }

    private static List<String> names(Browser browser) {
        return browser.all(By.cssSelector("tbody .name")).stream().map(e -> e.getText()).toList();
    }

    @Test
    void aDropShowsWhatWillComeOfItBeforeAnythingIsSentAndAStopIsExplained() {
        try (Browser site = new Browser(Demo.address()); Browser controller = new Browser(Demo.address())) {
            site.signInAs("Marisol Quintavalle").open("/folders").click(By.xpath("//*[@role='treeitem'][contains(., 'Deliveries')]"))
                    .seeText("What happens here");
            site.chooseFiles(List.of(Drawings.pdf(files, "IT-E_Shoring.pdf"), Drawings.pdf(files, "Unreadable name.pdf")));
            site.seeText("1 revision will go on, 1 will be stopped").seeText("review on Civil")
                    .seeText("does not fit “{type}-{discipline}[_{title}]”").seeText("Numbers are shown, not promised");
            String number = site.see(By.xpath("//tr[contains(., 'IT-E_Shoring.pdf')]//*[contains(@class,'mono')]")).getText()
                    .split("\\s")[0];
            site.clickButton("Send").seeText("Received as").seeText("1 revision is stopped").seeText(number);
            controller.signInAs("Mirela Draganova").open("/passages?which=STOPPED").click(By.linkText("Unreadable name"))
                    .seeText("What came in");
            controller.click(test("explain")).seeText("“Site documents” takes it").seeText("it does not stand on this folder");
            controller.clickButton("Take out").click(By.xpath("//form[contains(@class,'ask')]//button[@type='submit']"));
            controller.click(test("run-again")).seeText("This is what will happen").seeText("stopped at Identify");
            controller.clickButton("Run it again for real").seeText("Run again under the rules now in force.");
        }
    }
}
