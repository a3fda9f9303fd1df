package app.pervius.e2e;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;

/** Takes the pictures of docs/screenshots from a running demo. Not a test; run by {@code ./pervius shots}. */
@EnabledIfSystemProperty(named = "pervius.shots", matches = "true")
class Screenshots {

    private static final Path PICTURES = Path.of("..", "docs", "screenshots");

    /** A pixel of it is dark. */
    private static final String TITLE_BLOCK_IS_DRAWN = """
            const canvas = document.querySelector('.corner canvas')
            const all = canvas?.width ? canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height).data : []
            return all.some((value, at) => at % 4 === 0 && value < 100 && all[at + 3] > 0)""";

    @TempDir
    Path files;

    private static void take(Browser browser, String name) {
        browser.picture(PICTURES.resolve(name + ".png"));
    }

    @Test
    void takeAll() {
        try (Browser browser = new Browser(Demo.address())) {
            browser.open("/sign-in").seeText("Mirela Draganova");
            browser.signInAs("Henrike Solvangen").seeText("Stilling basin plan");
            take(browser, "desk-reviewer");
            browser.click(By.xpath("//a[normalize-space()='Stilling basin plan']")).see(By.cssSelector("canvas[role=img]"));
            browser.seeText("3 files of 3 without a decision");
            browser.until("return !!document.querySelector('canvas[role=img]')?.dataset.drawn");
            take(browser, "reading-room");
        }
        try (Browser browser = new Browser(Demo.address())) {
            browser.signInAs("Mirela Draganova").seeText("passages are stopped").seeText("Late, and with whom");
            take(browser, "desk-controller");
            browser.open("/passages").seeText("Stilling basin plan");
            take(browser, "passages");
            browser.open("/passages?which=DONE").click(By.xpath("//a[normalize-space()='Weir general arrangement']"))
                    .seeText("What came in").seeText("Other cycles").until(TITLE_BLOCK_IS_DRAWN);
            take(browser, "passage");
            browser.open("/rules").seeText("Data sheets from suppliers");
            take(browser, "rule-sheet");
            browser.open("/numbers").clickButton("ALD·C·RP").seeText("24 left out");
            take(browser, "numbers");
            browser.open("/register").seeText("Weir general arrangement");
            take(browser, "register");
            browser.open("/documents/KWR/KWR-FNK-H-DR-0001").seeText("Decisions and comments").seeText("Add the gauge upstream");
            take(browser, "document");
            browser.clickButton("To a device").see(By.cssSelector("[data-test=release]")).click();
            browser.click(By.linkText("How far it is")).seeText("Printed.");
            take(browser, "devices");
            browser.open("/reviews").seeText("Interface check");
            browser.click(By.xpath("//tr[contains(., 'Interface')]//button")).seeText("Level of the sill differs");
            take(browser, "reviews");
            browser.open("/routes").click(By.cssSelector("[data-test=edit-interfaces]"))
                    .click(By.xpath("//button[@role='tab'][contains(., 'Check by both')]")).seeText("When nobody answers");
            browser.js("document.querySelector('form.editor').closest('section').scrollIntoView()");
            take(browser, "routes");
            browser.open("/packages").seeText("Design package").clickButton("Change").seeText("Name of the template");
            take(browser, "packages");
            browser.open("/project").seeText("Kestrel Weir Renewal").seeText("A code in use cannot vanish");
            take(browser, "project");
            browser.open("/people").seeText("Everybody").seeText("Aldermoor Civils");
            take(browser, "people");
            browser.open("/messages?whose=ALL").seeText("How the project tells").seeText("Dear ");
            browser.leaveFields().press("i").see(By.cssSelector(".tray .open li"));
            take(browser, "messages");
        }
        try (Browser browser = new Browser(Demo.address())) {
            browser.signInAs("Aoife Ní Raghnaill").open("/installation").seeText("12 accounts");
            take(browser, "installation");
        }
        try (Browser browser = new Browser(Demo.address())) {
            browser.signInAs("Yusuf Karaderin").open("/folders").seeText("What happens here");
            browser.chooseFiles(List.of(Drawings.pdf(files, "Trash rack details.pdf"),
                    Drawings.file(files, "Trash rack details.dwg", "model"),
                    Drawings.pdf(files, "KWR-FNK-H-DR-0099.pdf"))).clickButton("Send").seeText("Received as")
                    .seeText("Stopped at Identify").seeText("1 revision is stopped.");
            take(browser, "folders");
            browser.open("/desk").seeText("Yours on the way");
            take(browser, "desk-originator");
        }
    }
}
