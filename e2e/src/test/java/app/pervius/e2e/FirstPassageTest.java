package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;

/** A rule set in the browser takes a drawing from a folder to the shared folder. */
class FirstPassageTest {

    @TempDir
    Path files;

    @Test
    void aDrawingGoesFromTheIntakeFolderToTheSharedFolderThroughARuleSetInTheBrowser() {
        try (Browser controller = new Browser(Demo.address()); Browser originator = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova");
            setARule(controller);
            originator.signInAs("Oluwaseun Finchley-Ade");
            originator.open("/folders");
            originator.click(By.xpath("//*[@role='treeitem'][contains(., 'Site notes')]"));
            originator.seeText("Notes from site");

            originator.chooseFiles(List.of(Drawings.pdf(files, "MS-C_Crane foundation.pdf"),
                    Drawings.file(files, "MS-C_Crane foundation.dwg", "model"),
                    Drawings.pdf(files, "Note without a type.pdf")));
            originator.type(By.xpath("//label[contains(., 'Purpose')]//input"), "Crane for the gates");
            originator.clickButton("Send");
            originator.seeText("Received as");
            originator.seeText("KWR-DNM-C-MS-0002");
            originator.seeText("Stopped at Identify");

            review(1, "Kwabena Adofori", false);
            review(1, "Tomasz Łęgowicz", true);

            controller.open("/folders");
            controller.click(By.xpath("//*[@role='treeitem'][contains(., 'Site documents')]"));
            controller.seeText("KWR-DNM-C-MS-0002_P01_A1.pdf");
            controller.seeText("KWR-DNM-C-MS-0002_P01_A1.dwg");
            controller.open("/mail-room");
            controller.seeText("KWR-DNM-C-MS-0002 P01 Crane foundation issued");
            controller.open("/rules").clickButton("Notes from site").clickButton("Take off the sheet")
                    .seeNone(By.xpath("//button[@role='switch'][starts-with(@aria-label, 'Notes from site')]"));
            assertThat(controller.consoleErrors()).isEmpty();
        }
    }

    private static void setARule(Browser controller) {
        controller.open("/rules").clickButton("Add a rule");
        controller.type(By.cssSelector("[data-test=rule-name]"), "Notes from site");
        controller.click(By.xpath("//form//label[contains(., 'Site notes')]//input"));
        for (String station : new String[] {"identify", "review", "issue"}) {
            controller.click(By.cssSelector("[data-test=open-" + station + "]"))
                    .choose(By.cssSelector("[data-test=says-" + station + "]"), "said here");
            switch (station) {
                case "identify" -> controller.type(By.xpath("//label[contains(., 'Names are read as')]//input"),
                        "{type}-{discipline}[_{title}]");
                case "review" -> controller.choose(By.cssSelector("[data-test=route]"), "Civil");
                default -> { }
            }
        }
        for (int code : new int[] {1, 2}) {
            controller.choose(By.cssSelector("[data-test=target-" + code + "]"), "Shared / Site documents");
            controller.choose(By.cssSelector("[data-test=status-" + code + "]"), "A1 accepted for construction");
        }
        controller.click(By.cssSelector("[data-test=save-draft]"));
        By putInForce = By.xpath(
                "//tr[contains(@class,'under')][preceding-sibling::tr[1][contains(., 'Notes from "
                + "site')]]//button[normalize-space()='Put in force']");
        controller.click(putInForce);
        controller.see(By.xpath("//button[@role='switch'][@aria-label='Notes from site: on']"));
    }

    /** Finds the review on the Desk, reads the drawing, decides with one key and closes the step. */
    private static void review(int code, String person, boolean wholeAtOnce) {
        try (Browser reviewer = new Browser(Demo.address())) {
            reviewer.signInAs(person);
            if (wholeAtOnce) {
                reviewer.click(By.xpath("//article[contains(., 'Crane foundation')]//button[normalize-space()='" + code + "']"));
                reviewer.click(By.xpath("//article[contains(., 'Crane foundation')]//button[normalize-space()='Close the step']"));
            } else {
                reviewer.click(By.xpath("//a[normalize-space()='Crane foundation']"));
                reviewer.see(By.cssSelector("canvas[role=img]"));
                reviewer.seeText("1 file of 1 without a decision");
                reviewer.leaveFields().press(String.valueOf(code));
                reviewer.seeText("Every file has a decision");
                reviewer.clickButton("Close the step");
            }
            reviewer.seeNone(By.xpath("//article[contains(., 'Crane foundation')]"))
                    .seeText(wholeAtOnce ? "Shared / Site documents" : "What follows");
        }
    }
}
