package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** From an empty data directory to the first file in review, as two people who have never seen it, on a tram line. */
class FirstHourTest {

    private static final String PASSWORD = "copper lantern drift 7";
    private static final String LIST = """
            Name;E-mail;Firm;Firm name;Job;Roles
            Bruno Achterberg;bruno@trk.example;TRK;Trackworks Achterberg;Track designer;
            Sanne Verhoeven;sanne@trk.example;TRK;;Draughtswoman;
            Ottilie Grünwald;ottilie@lin.example;LIN;;Track engineer;Reviewer
            Casimir Obi;casimir@lin.example;LIN;;Project lead;Approver
            """;

    @TempDir
    Path data;

    @TempDir
    Path files;

    private static By legend(String panel, String words) {
        return By.xpath("//fieldset[legend[normalize-space()='" + panel + "']]//label[.//span[normalize-space()='" + words + "']]//input");
    }

    private static By test(String name) {
        return By.cssSelector("[data-test=" + name + "]");
    }

    /** Types over what stands in a field. */
    private static String over(String text) {
        return Keys.chord(Keys.CONTROL, "a") + text;
    }

    @Test
    void fromNothingToTheFirstFileInReview() {
        try (Packaged empty = Packaged.start("serve", data.resolve("pervius"), "/set-up?code=", Packaged.freePort(),
                List.of("--reach", "127.0.0.1"));
                Browser controller = new Browser(empty.address()); Browser designer = new Browser(empty.address())) {
            controller.open(empty.said().replaceFirst(".*(/set-up.*)", "$1"));
            controller.type(legend("You", "Your name"), "Maarten de Wilde").type(legend("You", "E-mail address"), "maarten@lin.example")
                    .type(By.cssSelector("input[type=password]"), PASSWORD).type(legend("Your firm", "Code"), "LIN")
                    .type(legend("Your firm", "Name"), "Line Four Office").type(legend("The first project", "Code"), "TR4")
                    .type(legend("The first project", "Name"), "Tram Line 4");
            controller.click(By.cssSelector("summary")).type(test("set-codes-discipline"), over("TRK track\nOHL overhead line\nSTP stops"))
                    .type(test("set-pattern"), over("{project}-{discipline}-{type}-{counter:3}"))
                    .see(By.xpath("//*[name()='svg'][contains(@aria-label, 'TRK is the Discipline')]"));
            controller.clickButton("Set up");
            controller.seeText("5 things still missing").seeText("There is no mail server").seeText("Nobody but you is in this project.")
                    .seeText("Nobody holds “Reviewer”");
            controller.click(By.linkText("Take or add people")).type(test("pasted"), LIST).seeText("4 people, 1 new firm.")
                    .seeText("Trackworks Achterberg").clickButton("Add them and make invitations");
            String link = controller.see(By.xpath("//tr[td[normalize-space()='Bruno Achterberg']]/td[contains(@class,'link')]")).getText();
            controller.click(By.linkText("Desk")).seeText("2 things still missing").seeNoText("Nobody holds");

            designer.open(link.replaceFirst("https?://[^/]+", "")).seeText("You are invited to Tram Line 4");
            designer.type(By.cssSelector("input[type=password]"), PASSWORD).clickButton("Set the password and go on");
            designer.click(By.linkText("Folders")).click(By.xpath("//*[@role='treeitem'][contains(., 'Trackworks')]"))
                    .seeText("What happens here");
            designer.chooseFiles(List.of(Drawings.pdf(files, "DR-TRK_Sleeper plan.pdf"))).seeText("1 revision will go on");
            designer.clickButton("Send").seeText("TR4-TRK-DR-001");
            System.out.println("from an empty directory to the first numbered file in review: " + controller.inputs()
                    + " clicks and fields by "
                    + "the controller, " + designer.inputs() + " by the designer");
            assertThat(controller.consoleErrors()).isEmpty();

            // The application without the demo's parts speaks to devices as well.
            controller.open("/devices").see(test("new-device")).click();
            controller.type(test("device-name"), "Depot plotter").type(test("device-address"), "ipp://127.0.0.1:9/ipp/print")
                    .see(test("save-device")).click();
            controller.seeText("It cannot be reached");
        }
    }
}
