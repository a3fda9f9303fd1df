package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Several people at once: what one does, the other sees without loading anything again. */
class TwoPeopleTest {

    @TempDir
    Path files;

    @Test
    void whatIsDroppedAppearsOnTheReviewersDeskByItselfAndFiveFilesAreDecidedWithoutAMouse() {
        try (Browser reviewer = new Browser(Demo.address()); Browser originator = new Browser(Demo.address())) {
            reviewer.signInAs("Kwabena Adofori").seeText("for your decision");
            originator.signInAs("Bảo Trần Vĩnh").open("/folders").seeText("Civil design");
            originator.click(By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"));
            originator.chooseFiles(List.of(Drawings.pdf(files, "Tidal gate one.pdf"), Drawings.pdf(files, "Tidal gate two.pdf"),
                    Drawings.pdf(files, "Tidal gate three.pdf"), Drawings.pdf(files, "Tidal gate four.pdf"),
                    Drawings.pdf(files, "Tidal gate five.pdf")));
            originator.clickButton("Send").seeText("5 files of 5");
            reviewer.seeText("Tidal gate five");

            reviewer.click(By.xpath("//a[normalize-space()='Tidal gate one']")).see(By.cssSelector("canvas[role=img]"));
            List<String> left = List.of("4 files of 5", "3 files of 5", "2 files of 5", "1 file of 5", "Every file");
            List<String> titles = List.of("Tidal gate one", "Tidal gate two", "Tidal gate three", "Tidal gate four", "Tidal gate five");
            for (int i = 0; i < titles.size(); i++) {
                reviewer.see(By.xpath("//header//strong[normalize-space()='" + titles.get(i) + "']"));
                reviewer.leaveFields().press("1").seeText(left.get(i)).press("n");
            }
            reviewer.leaveFields().press("c").seeNone(By.xpath("//article[contains(., 'Tidal gate one')]"));

            originator.open("/desk").seeText("Yours on the way").seeText("Approver (Tomasz Łęgowicz)");
        }
    }

    @Test
    void aCommentIsAskedForWhereTheCodeNeedsOneAndTheAuthorReadsItAfterTheEnd() {
        try (Browser reviewer = new Browser(Demo.address()); Browser author = new Browser(Demo.address())) {
            author.signInAs("Giorgi Tskalishvili").open("/folders").seeText("Controls design");
            author.click(By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"));
            author.chooseFiles(List.of(Drawings.pdf(files, "Alarm schematic.pdf"))).clickButton("Send").seeText("Received as");
            for (String person : List.of("Kwabena Adofori", "Tomasz Łęgowicz")) {
                reviewer.atTheDesk(person).seeText("Alarm schematic");
                reviewer.click(By.xpath("//a[normalize-space()='Alarm schematic']")).see(By.cssSelector("canvas[role=img]"));
                reviewer.leaveFields().press("3").seeText("What is to be done");
                reviewer.press("The horn is missing.").type(By.cssSelector("textarea"), Keys.chord(Keys.CONTROL, Keys.ENTER))
                        .seeText("Every file has a decision");
                reviewer.clickButton("Close the step").seeNone(By.xpath("//article[contains(., 'Alarm schematic')]"));
                reviewer.clickButton("Sign out").seeText("Be somebody on Kestrel Weir");
            }
            author.open("/desk").seeText("Came back to you");
            author.click(By.xpath("//section[contains(., 'Came back')]//a[normalize-space()='Alarm schematic']"));
            author.seeText("The horn is missing.").seeText("Back to the author");
        }
    }

    /** On the page itself; the tray below it tells of the same files. */
    private static By onThePage(String text) {
        return By.xpath("//main//*[text()[contains(., '" + text + "')]]");
    }

    @Test
    void aCrowdedDeskUnfoldsItsReviewsAndManyFilesAreDecidedAlike() {
        List<String> drops = List.of("Sluice", "Stop log");
        try (Browser reviewer = new Browser(Demo.address()); Browser author = new Browser(Demo.address())) {
            author.signInAs("Yusuf Karaderin");
            for (String drop : drops) {
                author.open("/folders").seeText("Hydraulic design").click(
                        By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"));
                author.chooseFiles(IntStream.rangeClosed(1, 32).mapToObj(i -> Drawings.file(files, drop + " sheet " + i + ".pdf", drop + i))
                        .toList());
                author.clickButton("Send").seeText("32 files of 32");
            }
            for (String person : List.of("Henrike Solvangen", "Tomasz Łęgowicz")) {
                reviewer.signInAs(person).seeText("32 files, 32 without a decision").seeNone(onThePage("Stop log sheet 32"))
                        .atTheDesk(person);
                reviewer.see(onThePage("Stop log sheet 32"));
                for (String drop : drops) {
                    String review = "//article[contains(., '" + drop + " sheet 32')]";
                    reviewer.click(By.xpath(review + "//thead//input")).click(By.xpath(review + "//footer//button[contains(., '1 ')]"));
                    reviewer.click(By.xpath(review + "//button[normalize-space()='Close the step']")).seeNone(By.xpath(review));
                }
                reviewer.clickButton("Sign out").seeText("Be somebody on Kestrel Weir");
            }
        }
    }

    @Test
    void aStoppedFileIsPutRightFromTheDesk() {
        try (Browser site = new Browser(Demo.address()); Browser controller = new Browser(Demo.address())) {
            String name = "Hoisting plan stop log.pdf";
            controller.signInAs("Mirela Draganova");
            site.signInAs("Oluwaseun Finchley-Ade").open("/folders").click(By.xpath("//*[@role='treeitem'][contains(., 'Deliveries')]"));
            site.chooseFiles(List.of(Drawings.pdf(files, name))).clickButton("Send").seeText("Stopped at Identify");
            controller.see(onThePage(name));
            site.open("/desk").see(onThePage(name));
            // Many that stopped alike are one card.
            By one = By.xpath("//li[contains(., '" + name + "')]//button[normalize-space()='Put the name right']");
            By many = By.xpath("//li[contains(., '" + name + "')]//button[normalize-space()='Show one by one']");
            if (site.all(one).isEmpty()) {
                site.click(many);
            }
            site.click(one);
            site.see(By.xpath("//label[contains(., 'The name as it should have been')]//input")).clear();
            site.type(By.xpath("//label[contains(., 'The name as it should have been')]//input"), "MS-C_Hoisting plan stop log").enter();
            controller.seeNone(onThePage(name));
            site.seeText("KWR-DNM-C-MS-");
        }
    }

    @Test
    void severalStoppedAlikeAreDealtWithAtOnceAndTheRuleIsChosenForThem() {
        try (Browser site = new Browser(Demo.address()); Browser controller = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova");
            site.signInAs("Oluwaseun Finchley-Ade");
            site.open("/folders").click(By.xpath("//*[@role='treeitem'][contains(., 'Deliveries')]"));
            site.chooseFiles(List.of(Drawings.file(files, "MS-C_Pier photograph one.png", "one"),
                    Drawings.file(files, "MS-C_Pier photograph two.png", "two")));
            site.clickButton("Send");
            site.seeText("Stopped at Arrive");
            controller.see(onThePage("MS-C_Pier photograph two.png"));
            for (String name : List.of("one", "two")) {
                controller.click(By.xpath("//input[@aria-label='Choose MS-C_Pier photograph " + name + ".png']"));
            }
            controller.seeText("2 passages chosen");
            By region = By.xpath("//*[@role='region'][contains(., '2 passages chosen')]");
            assertThat(controller.see(region).getText()).doesNotContain("Put the name right");
            controller.click(By.xpath("//*[@role='region']//button[normalize-space()='Choose the rule']"));
            controller.see(By.xpath("//*[@role='region']//select/option[contains(., 'Site documents')]"));
            controller.click(By.xpath("//*[@role='region']//select/option[contains(., 'Site documents')]"));
            controller.click(By.xpath("//*[@role='region']//form//button[@type='submit']"));
            controller.seeNone(onThePage("MS-C_Pier photograph two.png"));
            site.open("/desk").seeText("Pier photograph one");
            assertThat(site.text()).contains("KWR-DNM-C-MS-");
            assertThat(controller.consoleErrors()).isEmpty();
        }
    }

    @Test
    void scriptInNamesTitlesAndCommentsIsShownAsText() {
        String evil = "<img src=x onerror=document.title='ran'><script>document.title='ran'";
        try (Browser originator = new Browser(Demo.address()); Browser reviewer = new Browser(Demo.address()); Browser controller =
                new Browser(Demo.address())) {
            originator.signInAs("Bảo Trần Vĩnh").open("/folders").click(
                    By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"));
            originator.chooseFiles(List.of(Drawings.pdf(files, evil + ".pdf")));
            originator.type(By.xpath("//label[contains(., 'Purpose')]//input"), evil);
            originator.clickButton("Send");
            originator.seeText("Received as").seeText("onerror=document.title");
            originator.open("/folders").click(By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"));
            originator.chooseFiles(List.of(Drawings.file(files, "<svg onload=document.title='ran'>.svg",
                    "<svg><script>document.title='ran'</script></svg>")));
            originator.clickButton("Send");
            originator.seeText("Received as").seeText("<svg onload");

            reviewer.signInAs("Kwabena Adofori").seeText("onerror=document.title");
            reviewer.click(By.xpath("//a[contains(normalize-space(), 'onerror=document.title')]")).see(By.cssSelector("canvas[role=img]"));
            reviewer.leaveFields().press("3").seeText("What is to be done");
            reviewer.press(evil + " comment").type(By.cssSelector("textarea"), Keys.chord(Keys.CONTROL, Keys.ENTER))
                    .seeText("Every file has a decision");
            reviewer.clickButton("Close the step").seeNoText("Every file has a decision");

            controller.signInAs("Mirela Draganova").open("/passages").seeText("onerror=document.title").seeText("<svg onload");
            controller.click(By.xpath("//a[contains(normalize-space(), 'onerror=document.title')]")).seeText(evil + " comment");
            controller.open("/mail-room").seeText("onerror=document.title");
            for (Browser browser : List.of(originator, reviewer, controller)) {
                assertThat(browser.js("return document.title")).isNotEqualTo("ran");
                assertThat(browser.all(By.cssSelector("img[src='x'], svg[onload]"))).isEmpty();
            }
        }
    }
}
