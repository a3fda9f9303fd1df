package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** What arrives for somebody stands along the lower edge, live; it is put on a shelf or let pass, by mouse and by key. */
class TrayTest {

    private static final By BAR = By.cssSelector(".tray .bar");

    @TempDir
    Path files;

    private static By test(String name) {
        return By.cssSelector("[data-test=" + name + "]");
    }

    private static By inBar(String text) {
        return By.xpath("//section[@aria-label='Tray']//a[contains(., '" + text + "')]");
    }

    private void send(Browser who, String name) throws IOException {
        who.open("/folders").click(By.xpath("//*[@role='treeitem'][contains(., 'Structural analysis')]"))
                .see(By.xpath("//h1[contains(., 'Structural analysis')]"));
        who.chooseFiles(List.of(Drawings.pdf(files, name))).clickButton("Send").seeText("Received as");
    }

    @Test
    void whatIsAskedOfSomebodyStandsThereAtOnceAndIsKeptForLater() throws IOException {
        try (Browser priya = new Browser(Demo.address()); Browser kwabena = new Browser(Demo.address())) {
            kwabena.signInAs("Kwabena Adofori").see(BAR);
            priya.signInAs("Priya Venkatarangan");
            send(priya, "Ebb gate hinge.pdf");
            kwabena.see(inBar("Ebb gate hinge"));
            kwabena.leaveFields().press("i").see(test("new-shelf"));
            kwabena.click(test("new-shelf")).type(test("shelf-name"), "This week").choose(test("shelf-colour"), "◆ plum, a diamond")
                    .click(test("save-shelf")).see(By.xpath("//nav[@aria-label='Tray and shelves']//button[contains(., 'This week')]"));
            kwabena.click(By.cssSelector(".tray .open li input")).press("1");
            kwabena.click(By.xpath("//nav[@aria-label='Tray and shelves']//button[contains(., 'This week')]")).see(inBar("Ebb gate hinge"));
            kwabena.press(Keys.ESCAPE).open("/passages").see(By.cssSelector("[role=img][aria-label='on my shelf This week']"));
            kwabena.open("/passages").click(test("tray"))
                    .click(By.xpath("//nav[@aria-label='Tray and shelves']//button[contains(., 'This week')]"))
                    .see(inBar("Ebb gate hinge"));
            kwabena.click(test("pass")).seeText("Nothing lies on “This week”");
            kwabena.click(test("tray-back"));
            kwabena.click(By.xpath("//nav[@aria-label='Tray and shelves']//button[normalize-space()='Tray']")).see(inBar("Ebb gate hinge"));
            assertThat(kwabena.consoleErrors()).isEmpty();
        }
    }

    @Test
    void oneGoesWhereTheNewestLeadsAndLetsItPass() throws IOException {
        try (Browser priya = new Browser(Demo.address())) {
            priya.signInAs("Priya Venkatarangan");
            send(priya, "Tide table.pdf");
            priya.see(inBar("Tide table"));
            priya.click(test("pass-newest")).seeNone(inBar("Tide table"));
            priya.click(test("tray-back")).see(inBar("Tide table"));
            priya.click(inBar("Tide table")).see(By.xpath("//h1[contains(., 'Tide table')]"));
            assertThat(priya.consoleErrors()).isEmpty();
        }
    }
}
