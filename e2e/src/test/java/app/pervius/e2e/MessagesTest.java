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

    @Test
    void whatSomebodyFollowsIsListedAndLeftOffAgain() {
        try (Browser priya = new Browser(Demo.address())) {
            priya.signInAs("Priya Venkatarangan").open("/folders")
                    .click(By.xpath("//*[@role='treeitem'][contains(., 'Structural analysis')]"))
                    .see(By.xpath("//h1[contains(., 'Structural analysis')]"));
            priya.press("w").see(By.xpath("//button[@data-test='follow'][@aria-pressed='true']"));
            priya.open("/messages").seeText("What I follow").see(By.xpath("//section[@aria-label='What I follow']//a[contains(., "
                    + "'Structural analysis')]"));
            priya.click(By.xpath("//section[@aria-label='What I follow']//button[contains(@aria-label, 'Structural analysis')]"))
                    .seeNone(By.xpath("//section[@aria-label='What I follow']//a[contains(., 'Structural analysis')]"));
            assertThat(priya.consoleErrors()).isEmpty();
        }
    }

    @Test
    void aControllerSaysTheProjectsWordsAndSeesThemAsTheyWouldRead() {
        try (Browser mirela = new Browser(Demo.address())) {
            mirela.signInAs("Mirela Draganova").open("/messages?whose=ALL").click(By.xpath("//summary[contains(., 'usual words')]"));
            mirela.choose(test("usual-occasion"), "When a submission is complete");
            By subject = By.xpath("//input[@aria-label=\"The project's subject\"]");
            mirela.type(subject, "All through: ").choose(By.xpath("//select[contains(@aria-label, \"The project's subject\")]"),
                    "submission");
            mirela.see(By.xpath("//*[@data-test='letter-try']//strong[starts-with(., 'All through: S-')]"));
            mirela.type(subject, " {nubmer}").seeText("At character 27");
            mirela.type(subject, Keys.chord(Keys.CONTROL, "a") + "All through").seeNone(By.xpath("//form[contains(@class, 'words')]//p"
                    + "[contains(., 'At character')]"));
            mirela.click(test("save-words")).seeText("Saved.");
            mirela.type(subject, Keys.chord(Keys.CONTROL, "a") + Keys.BACK_SPACE).click(test("save-words")).seeText("Saved.");
            assertThat(mirela.consoleErrors()).isEmpty();
        }
    }

    @Test
    void aRuleCopiesSomebodyAndItsLetterIsReadBeforeItIsInForce() {
        try (Browser mirela = new Browser(Demo.address())) {
            mirela.signInAs("Mirela Draganova").open("/rules").seeText("Anything else").clickButton("Add a watching rule");
            mirela.click(test("add-copies")).see(By.xpath("//fieldset[contains(., 'sees who else got it')]"));
            mirela.click(By.xpath("//fieldset//*[@role='option'][contains(., 'the lead by the matrix')]"));
            mirela.type(By.xpath("//input[@aria-label='Subject, with merge fields']"), "Please look at ")
                    .choose(By.xpath("//select[contains(@aria-label, 'Subject, with merge fields')]"), "name it came under");
            mirela.click(test("try-letter")).see(By.xpath("//*[@data-test='letter-try']//strong[starts-with(., 'Please look at ')]"
                    + "[not(contains(., '{'))]"));
            assertThat(mirela.js("return document.documentElement.scrollHeight <= innerHeight")).as("the page itself does not scroll")
                    .isEqualTo(true);
            assertThat(mirela.consoleErrors()).isEmpty();
        }
    }
}
