package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;

/** From an empty data directory to the first file in review, as two people who have never seen it, on a tram line. */
class FirstHourTest {

    private static final String PASSWORD = "copper lantern drift 7";
    private static final String LIST = """
            Name\tE-mail\tFirm\tFirm name\tJob\tRoles
            Bruno Achterberg\tbruno@trk.example\tTRK\tTrackworks Achterberg\tTrack designer\t
            Sanne Verhoeven\tsanne@trk.example\tTRK\t\tDraughtswoman\t
            Ottilie Grünwald\tottilie@lin.example\tLIN\t\tTrack engineer\tReviewer
            Casimir Obi\tcasimir@lin.example\tLIN\t\tProject lead\tApprover
            """;

    @TempDir
    Path data;

    @TempDir
    Path files;

    private static By labelled(String words) {
        return By.xpath("//label[.//span[normalize-space()='" + words + "']]//*[self::input or self::select or self::textarea]");
    }

    private static By legend(String panel, String words) {
        return By.xpath("//fieldset[legend[normalize-space()='" + panel + "']]//label[.//span[normalize-space()='" + words + "']]//input");
    }

    private static By test(String name) {
        return By.cssSelector("[data-test=" + name + "]");
    }

    @Test
    void fromNothingToTheFirstFileInReview() {
        try (Packaged empty = Packaged.start("serve", false, data.resolve("pervius"), "/set-up?code=");
                Browser controller = new Browser(empty.address()); Browser designer = new Browser(empty.address())) {
            controller.open(empty.said().replaceFirst(".*(/set-up.*)", "$1"));
            controller.type(legend("You", "Your name"), "Maarten de Wilde").type(legend("You", "E-mail address"), "maarten@lin.example")
                    .type(By.cssSelector("input[type=password]"), PASSWORD).type(legend("Your firm", "Code"), "LIN")
                    .type(legend("Your firm", "Name"), "Line Four Office").type(legend("The first project", "Code"), "TR4")
                    .type(legend("The first project", "Name"), "Tram Line 4").clickButton("Set up");
            controller.seeText("5 things still missing").seeText("There is no mail server").seeText("Nobody but you is in this project.")
                    .seeText("Nobody holds “Reviewer”").seeText("No folder has a rule");
            controller.click(By.linkText("Take or add people")).type(test("pasted"), LIST).seeText("4 people, 1 new firm.")
                    .seeText("Trackworks Achterberg").clickButton("Add them and make invitations");
            String link = controller.see(By.xpath("//tr[td[normalize-space()='Bruno Achterberg']]/td[contains(@class,'link')]")).getText();
            controller.click(By.linkText("Desk")).seeText("2 things still missing").seeNoText("Nobody holds");
            controller.click(By.linkText("Write a rule")).clickButton("Add a rule").type(test("rule-name"), "Track drawings")
                    .click(By.xpath("//form//label[contains(., 'Trackworks Achterberg')]//input"));
            controller.choose(test("says-identify"), "said here").type(By.cssSelector("fieldset.identify input.mono"),
                    "{type}-{discipline}_{title}");
            controller.choose(test("says-issue"), "said here").choose(test("target-1"), "Shared").choose(test("target-2"), "Shared");
            controller.click(test("save-draft")).clickButton("Put in force").seeText("No file lies where it stands");
            controller.click(By.linkText("Desk")).seeText("1 thing still missing");

            designer.open(link.replaceFirst("https?://[^/]+", "")).seeText("You are invited to Tram Line 4");
            designer.type(By.cssSelector("input[type=password]"), PASSWORD).clickButton("Set the password and go on");
            designer.click(By.linkText("Folders")).click(By.xpath("//*[@role='treeitem'][contains(., 'Trackworks')]"))
                    .seeText("What happens here");
            designer.chooseFiles(List.of(Drawings.pdf(files, "DR-C_Sleeper plan.pdf"))).seeText("1 revision will go on").clickButton("Send")
                    .seeText("TR4-TRK-C-DR-0001");
            System.out.println("from an empty directory to the first numbered file in review: " + controller.inputs()
                    + " clicks and fields by "
                    + "the controller, " + designer.inputs() + " by the designer");
            assertThat(controller.consoleErrors()).isEmpty();
        }
    }
}
