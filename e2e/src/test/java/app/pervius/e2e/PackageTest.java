package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** A template is written, a package is made from it with its folders, and a change of the template is rolled out. */
class PackageTest {

    private static By test(String name) {
        return By.cssSelector("[data-test='" + name + "']");
    }

    @Test
    void aPackageIsMadeFromATemplateAndBroughtUpToItWhenItChanges() {
        try (Browser mirela = new Browser(Demo.address())) {
            mirela.signInAs("Mirela Draganova").open("/packages").click(test("new-template")).type(test("template-name"), "Site package");
            mirela.click(test("below-root")).type(test("plan-f1"), "Deliveries of {originator}").click(test("template-in-force"))
                    .seeText("Site package");

            mirela.click(test("new-package")).type(test("package-code"), "CT-02").type(test("package-title"), "Cofferdam")
                    .choose(test("package-firm"), "DNM Dunmarrow Works")
                    .choose(test("package-template"), "Site package").choose(test("package-parent"), "Work in progress")
                    .clickButton("Make it with its folders");
            mirela.see(By.xpath("//h1[contains(., 'CT-02')]"));
            mirela.seeText("Deliveries of DNM").seeText("This folder is empty.");

            mirela.open("/packages").click(By.xpath("//tr[contains(., 'Site package')]//button[normalize-space()='Change']"));
            mirela.type(test("plan-f1"), Keys.chord(Keys.CONTROL, "a") + "Received").click(test("template-in-force"))
                    .seeText("template is newer");
            mirela.click(By.xpath("//tr[contains(., 'Site package')]//button[normalize-space()='Roll out']"))
                    .seeText("Renames “Deliveries of DNM” to “Received”.");
            mirela.clickButton("Do this in CT-02").seeText("Nothing; it is as the template says.");
            assertThat(mirela.consoleErrors()).isEmpty();
        }
    }

    @Test
    void aPackageWhoseFoldersCannotBeMadeSaysWhyAndIsTriedAgain() {
        try (Browser mirela = new Browser(Demo.address())) {
            mirela.signInAs("Mirela Draganova").open("/packages").click(test("new-package")).type(test("package-code"), "WP-99")
                    .type(test("package-title"), "For nobody")
                    .choose(test("package-template"), "Design package").choose(test("package-parent"), "Work in progress")
                    .clickButton("Make it with its folders");
            mirela.seeText("Its folders could not be made; none was.").seeText("and nothing says what it is").clickButton("Try again")
                    .seeText("Its folders could not be made; none was.");
        }
    }
}
