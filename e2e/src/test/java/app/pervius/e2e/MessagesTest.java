package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Everybody says how messages come, and reads what was told; controllers see that it has gone. */
class MessagesTest {

    private static final By OF_PROJECT = By.xpath("//nav[@aria-label='Whose messages']//button[2]");

    @TempDir
    Path files;

    private static By test(String name) {
        return By.cssSelector("[data-test=" + name + "]");
    }

    @Test
    void oneChoosesToBeToldTogetherAndSeesWhatWaits() throws IOException {
        try (Browser priya = new Browser(Demo.address())) {
            priya.signInAs("Priya Venkatarangan").open("/messages").seeText("How messages come to me")
                    .choose(By.cssSelector(".mine [data-test=pace]"), "gathered over some minutes")
                    .type(test("pace-minutes"), Keys.chord(Keys.CONTROL, "a") + "90")
                    .leaveFields().click(test("save-pace")).seeText("Saved.");
            priya.open("/folders").click(By.xpath("//*[@role='treeitem'][contains(., 'Structural analysis')]"))
                    .see(By.xpath("//h1[contains(., 'Structural analysis')]"));
            priya.chooseFiles(List.of(Drawings.pdf(files, "Told together.pdf"))).clickButton("Send").seeText("Received as");
            priya.open("/messages").see(test("waiting"));
            priya.seeText("1 thing waits to be told");
            priya.choose(By.cssSelector(".mine [data-test=pace]"), "as the rules and the project say (at once)").click(test("save-pace"))
                    .seeText("What had gathered goes now.").seeNone(test("waiting"));
            assertThat(priya.consoleErrors()).isEmpty();
        }
    }

    @Test
    void aControllerSeesWhatHasGoneHoldsTheRestAndSendsOneAgain() {
        try (Browser mirela = new Browser(Demo.address())) {
            mirela.signInAs("Mirela Draganova").open("/messages").click(OF_PROJECT).seeText("How the project tells");
            mirela.click(By.xpath("//button[normalize-space()='Sent']")).see(By.cssSelector("td.sent"));
            mirela.click(test("send-again"));
            mirela.click(test("hold")).seeText("Nothing goes out of this project").click(test("hold"))
                    .seeNone(By.xpath("//p[contains(., 'Nothing goes out of this project')]"));
            assertThat(mirela.consoleErrors()).isEmpty();
        }
    }
}
