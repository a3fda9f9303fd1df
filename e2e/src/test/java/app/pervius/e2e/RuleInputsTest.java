package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Ordinary rules are made with few inputs; how many is counted and printed. */
class RuleInputsTest {

    private static final By SAMPLE = test("sample-name");

    private static By test(String name) {
        return By.cssSelector("[data-test=" + name + "]");
    }

    private static By folder(String name) {
        return By.xpath("//form//label[normalize-space()='" + name + "']/input");
    }

    private static By sampled(String column, String words) {
        return By.xpath("//*[@data-test='sample-" + column + "'][contains(., '" + words + "')]");
    }

    private static String over(String text) {
        return Keys.chord(Keys.CONTROL, "a") + text;
    }

    private static Browser sheet() {
        return new Browser(Demo.address()).signInAs("Mirela Draganova").open("/rules").seeText("Anything else");
    }

    private static void inForce(Browser controller, String name) {
        controller.click(test("save-force")).see(By.xpath("//button[@role='switch'][@aria-label='" + name + ": on']"));
    }

    /** Says how many inputs it took, and takes the rule off again. */
    private static void counted(Browser controller, int before, String name, String what, int most) {
        int inputs = controller.inputs() - before;
        System.out.println(what + ": " + inputs + " clicks and fields, goal " + most);
        assertThat(inputs).as(what).isLessThanOrEqualTo(most);
        controller.clickButton(name).clickButton("Take off the sheet")
                .seeNone(By.xpath("//button[@role='switch'][starts-with(@aria-label, '" + name + ":')]"));
        assertThat(controller.consoleErrors()).isEmpty();
    }

    @Test
    void dailyReportsAreFiledInAFolderMadeFromTheDateInTheirName() {
        try (Browser controller = sheet()) {
            int before = controller.inputs();
            controller.clickButton("Add a rule").click(folder("Site notes")).type(SAMPLE, over("daily_04_17_2031_.pdf"))
                    .click(test("become-file"));
            controller.click(By.xpath("//button[normalize-space()='day MM_YYYY']")).choose(test("when-taken-filing"), "is kept beside it");
            controller.see(sampled("issue", "Site notes / 04_2031” as daily_04_17_2031_."));
            controller.see(sampled("review", "nobody: at once"));
            controller.type(SAMPLE, over("daily_12_01_2031_.pdf")).see(sampled("issue", "Site notes / 12_2031”"));
            controller.type(SAMPLE, over("weekly report.pdf")).see(sampled("identify", "does not fit"));
            inForce(controller, "Site notes");
            counted(controller, before, "Site notes",
                    "daily reports into a folder made from the date in their name, both kept, no review, tried on three names before", 12);
        }
    }

    @Test
    void twoPeopleAreToldOfEveryArrivalInAFolderAndBelow() {
        try (Browser controller = sheet()) {
            int before = controller.inputs();
            controller.clickButton("Add a watching rule").click(folder("Deliveries"));
            for (String name : new String[] {"Kwabena Adofori", "Tomasz Łęgowicz"}) {
                controller.click(By.xpath("//form//li[@role='option'][contains(., '" + name + "')]"));
            }
            controller.see(By.xpath("//tr[contains(@class,'written')]//td[contains(., 'Kwabena Adofori, Tomasz Łęgowicz')]"));
            inForce(controller, "Deliveries");
            counted(controller, before, "Deliveries", "two people told of every arrival in a folder and below", 5);
        }
    }

    @Test
    void onePersonsUploadsGoToAReviewFromTwoFolders() {
        try (Browser controller = sheet()) {
            int before = controller.inputs();
            controller.clickButton("Add a rule").click(folder("Site notes")).click(folder("Letters of FNK"));
            controller.click(test("add-condition")).choose(test("condition-kind"), "handed in by");
            // The row has said what it says by now, so that nothing moves under the pointer.
            controller.see(By.xpath("//tr[contains(@class,'written')]//td[contains(., 'handed in by nobody')]"));
            controller.click(By.xpath("//div[contains(@class,'p-multiselect')][.//input[@aria-label='people']]"))
                    .until("return document.getAnimations().length === 0");
            controller.click(By.xpath("//li[@role='option'][contains(., 'Giorgi Tskalishvili')]"));
            controller.see(By.xpath("//tr[contains(@class,'written')]//td[contains(., 'Giorgi')]"));
            controller.click(test("become-approve")).see(test("route"));
            inForce(controller, "Site notes");
            counted(controller, before, "Site notes", "one person's uploads to a review, the same rule on a second folder", 12);
        }
    }

    @Test
    void aFirstAnswerApprovalMovesWhatIsAcceptedAndItsFaultIsFoundBeforeAnythingIsInForce() {
        try (Browser controller = sheet()) {
            int before = controller.inputs();
            controller.clickButton("Add a rule").click(folder("Site notes")).click(test("become-approve"))
                    .choose(test("route"), "Controls");
            controller.click(test("open-issue")).choose(test("says-issue"), "said here").choose(test("target-1"), "Shared / Site documents")
                    .click(By.xpath("//div[contains(@class,'code')][.//*[@data-test='target-1']]//summary"))
                    .choose(test("manner-1"), "moved; what came in leaves a trace");
            controller.choose(test("when-taken-1"), "is kept beside it").choose(test("target-4"), "say what follows");
            controller.see(By.xpath("//ul[contains(@class,'findings')]/li[contains(., 'It does not say what follows from 4')]"));
            controller.until("return document.querySelector('[data-test=save-force]').disabled");
            controller.choose(test("target-4"), "back to the author").type(SAMPLE, over("Anchor.pdf"))
                    .see(sampled("issue", "Will go back to its author"));
            inForce(controller, "Site notes");
            controller.click(By.xpath("//tr[.//button[normalize-space()='Site notes']]//a[contains(., 'took 0 in 30 days')]"))
                    .seeText("Passages");
            int inputs = controller.inputs();
            controller.open("/rules").seeText("Anything else");
            counted(controller, before + controller.inputs() - inputs, "Site notes",
                    "first-answer approval, accepted ones moved, a fault found, tried, runs looked at", 16);
        }
    }

    @Test
    void aNewRuleThatIsNeverReachedIsSavedAboveTheOneThatTakesItAll() {
        try (Browser controller = sheet()) {
            controller.clickButton("Add a rule").click(folder("Site notes")).type(test("rule-name"), over("All of it"))
                    .click(test("become-file")).click(test("save-draft"));
            controller.see(dropping("All of it"));
            controller.clickButton("Add a rule").click(folder("Site notes")).type(test("rule-name"), over("Crates"));
            controller.click(test("become-file")).see(By.xpath("//ul[contains(@class,'findings')]/li[contains(., 'never reached')]"));
            controller.until("return document.querySelector('[data-test=save-force]').disabled");
            controller.click(test("save-above"));
            controller.see(By.xpath("//tr[contains(@id,'rule-')][.//button[normalize-space()='Crates']]"
                    + "[following-sibling::tr[.//button[normalize-space()='All of it']]]"));
            controller.click(dropping("Crates")).seeNone(dropping("Crates")).click(dropping("All of it"))
                    .seeNone(dropping("All of it"));
            assertThat(controller.consoleErrors()).isEmpty();
        }
    }

    private static By dropping(String rule) {
        return By.xpath("//tr[contains(@class,'under')][preceding-sibling::tr[1][contains(., '" + rule + "')]]"
                + "//button[normalize-space()='Drop the rule']");
    }
}
