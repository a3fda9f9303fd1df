package app.pervius.e2e;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Writing a name pattern in the rule editor, by hand and by pointing. */
class RulePatternTest {

    private static final By PATTERN = By.xpath("//label[contains(., 'Names are read as')]//input");

    private static final By SAMPLE = By.cssSelector("[data-test=sample-name]");

    private static void seePattern(Browser browser, String text) {
        browser.until("return [...document.querySelectorAll('.pattern input')].some(i => i.value === '" + text + "')");
    }

    @Test
    void aPatternIsBuiltByPointingAtThePartsOfAName() {
        try (Browser controller = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova").open("/rules").clickButton("Add a rule")
                    .type(SAMPLE, "DR-H_Inlet screen.pdf").click(By.cssSelector("[data-test=open-identify]"))
                    .click(By.cssSelector("[data-test=read-example]"));
            seePattern(controller, "{type}-{discipline}_{title}");
            controller.choose(By.xpath("//select[@aria-label='What H is']"), "read over");
            seePattern(controller, "{type}-{*}_{title}");
            controller.see(By.xpath("//ul[@aria-label='Read out of real names']/li[contains(., 'DR-H_Inlet "
                    + "screen.pdf')]//strong[normalize-space()='Inlet screen']"));
        }
    }

    @Test
    void faultsMisfitsAndDoubleReadingsAreSaidWhileItIsTyped() {
        try (Browser controller = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova").open("/rules").clickButton("Add a rule")
                    .type(SAMPLE, "DR-DR.pdf").click(By.cssSelector("[data-test=open-identify]"))
                    .choose(By.cssSelector("[data-test=says-identify]"), "said here");
            controller.type(PATTERN, "{typ}").seeText("At character 1: the project has no field “typ”.");
            controller.type(PATTERN, Keys.chord(Keys.CONTROL, "a") + "{title}{*}").seeText("can be read in two ways");
            controller.type(PATTERN, Keys.chord(Keys.CONTROL, "a") + "{type}/{type}").seeText("does not fit: at character");
        }
    }
}
