package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;

/** Files released to the demo's plotter, and a rule that does so. */
class DevicesTest {

    private static final String FILE = "KWR-ALD-C-CA-0001";

    @Test
    void aFileOfAFolderIsHeldAtThePlotterAndCancelledThere() throws IOException {
        try (Browser controller = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova").open("/folders")
                    .click(By.xpath("//*[@role='treeitem'][starts-with(normalize-space(.),'Civil')]"));
            controller.see(By.cssSelector("[data-test=release-files]")).click();
            controller.see(By.xpath("//form[@aria-label='Release to a device']//label[contains(., '" + FILE + "')]")).click();
            controller.see(By.xpath("//form[@aria-label='Release to a device']//label[contains(., 'held there')]")).click();
            assertThat(PlacesTest.seriousFindings(controller)).isEmpty();
            controller.see(By.cssSelector("[data-test=release]")).click();
            controller.seeText("1 file goes to “Plotter, site office”.").click(By.linkText("How far it is"));
            controller.seeText(FILE).seeText("Held at the device until somebody starts it there.");
            assertThat(controller.see(By.cssSelector("[aria-label='What lies in Plotter, site office']")).getText()).contains("A0", "A3");
            assertThat(PlacesTest.seriousFindings(controller)).isEmpty();
            controller.clickButton("Cancel").seeText("Cancelled by Mirela Draganova.");
        }
    }

    @Test
    void aRuleReleasesAfterTheDecisionsThatAreChosen() throws IOException {
        try (Browser controller = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova").open("/rules").click(By.xpath("//button[normalize-space()='Site documents']"));
            controller.see(By.cssSelector("[data-test=open-issue]")).click();
            controller.choose(By.cssSelector("[data-test=says-issue]"), "said here");
            controller.see(By.cssSelector("[data-test=add-release]")).click();
            controller.choose(By.cssSelector("[data-test=paper-0]"), "made to fit A3");
            controller.seeText("After 1, 2 it is released to “Plotter, site office”, made to fit A3, stamped in the left margin.");
            controller.choose(By.cssSelector("[data-test=stamp-0]"), "top right").seeText("made to fit A3, stamped at the top right.");
            controller.choose(By.cssSelector("[data-test=stamp-0]"), "none").seeText("“Plotter, site office”, made to fit A3.");
            assertThat(PlacesTest.seriousFindings(controller)).isEmpty();
            controller.clickButton("Leave it as it was");
        }
    }
}
