package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Long documents are read in the Reading room: gone through, searched, enlarged; what is locked is opened. */
class ReadingTest {

    private static final By SEARCH = By.cssSelector("[role=search] input");
    private static final By PAGE = By.cssSelector("input[aria-label='Page']");

    @TempDir
    Path files;

    /** Hands in files, and opens one of them as one who has it to decide. */
    private Browser opened(String title, Path... handedIn) {
        try (Browser originator = new Browser(Demo.address())) {
            originator.signInAs("Bảo Trần Vĩnh").open("/folders").seeText("Civil design");
            originator.click(By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"));
            originator.chooseFiles(List.of(handedIn)).clickButton("Send").seeText("Received as");
        }
        Browser reader = new Browser(Demo.address());
        reader.atTheDesk("Kwabena Adofori").click(By.xpath("//article//a[normalize-space()='" + title + "']"));
        return reader;
    }

    private static Browser atPage(Browser reader, int page) {
        return reader.until("return document.querySelector(\"input[aria-label='Page']\")?.value === '" + page + "'")
                .until("return !!document.querySelector('canvas[data-drawn=\"" + page + "\"]')");
    }

    @Test
    void aLongDocumentIsGoneThroughSearchedAndEnlargedWithoutAMouse() {
        try (Browser reader = opened("Gate schedule", Drawings.pages(files, "Gate schedule.pdf", 120, ""))) {
            atPage(reader, 1);
            reader.seeText("of 120");
            assertThat((Long) reader.js("return document.querySelectorAll('canvas[role=img]').length"))
                    .as("only pages that are seen are drawn").isLessThan(20);
            reader.leaveFields().press(Keys.PAGE_DOWN);
            atPage(reader, 2).press(Keys.END);
            atPage(reader, 120).press(Keys.HOME);
            atPage(reader, 1);

            reader.press("f").see(SEARCH);
            reader.press("sheet 77").seeText("1 of 1 place");
            atPage(reader, 77).until("return !!document.querySelector('.textLayer .highlight')");
            reader.press(Keys.chord(Keys.CONTROL, "a"), "no such words").seeText("not in the text of this file");
            reader.press(Keys.ESCAPE).seeNone(SEARCH);

            reader.leaveFields().press("0");
            Object fits = reader.js("return document.querySelector('.page[data-page-number=\"77\"]').clientWidth");
            reader.press("b").until("return document.querySelector('.page[data-page-number=\"77\"]').clientWidth > " + fits);

            reader.clickButton("Contents").clickButton("The last sheet");
            atPage(reader, 120);
            reader.see(PAGE).sendKeys(Keys.chord(Keys.CONTROL, "a"), "1", Keys.ENTER);
            atPage(reader, 1);
            reader.see(PAGE).sendKeys(Keys.chord(Keys.CONTROL, "a"), "999", Keys.ENTER);
            atPage(reader, 120).see(PAGE).sendKeys(Keys.chord(Keys.CONTROL, "a"), "999", Keys.ENTER);
            atPage(reader, 120).see(PAGE).sendKeys(Keys.chord(Keys.CONTROL, "a"), "1", Keys.ENTER);
            atPage(reader, 1);
            // What leads outside is shown and never followed.
            String before = reader.url();
            assertThat(reader.see(By.cssSelector(".annotationLayer a")).getAttribute("title")).contains("https://elsewhere.example/");
            reader.click(By.cssSelector(".annotationLayer a"));
            assertThat(reader.url()).isEqualTo(before);
            assertThat(reader.js("const range = document.createRange(); range.selectNodeContents(document.querySelector('.textLayer')); "
                    + "getSelection().removeAllRanges(); getSelection().addRange(range); return getSelection().toString()").toString())
                    .contains("Sheet 1 of the gate schedule");
            assertThat(reader.consoleErrors()).isEmpty();
        }
    }

    @Test
    void aLockedDocumentAsksForItsPassword() {
        try (Browser reader = opened("Locked schedule", Drawings.pages(files, "Locked schedule.pdf", 2, "tidal heron"))) {
            By password = By.cssSelector("form.locked input[type=password]");
            reader.seeText("is locked").type(password, "wrong").clickButton("Open").seeText("That was not the password");
            reader.type(password, "tidal heron").clickButton("Open");
            atPage(reader, 1).seeText("of 2").seeNone(password);
        }
    }

    @Test
    void theNextFileOfTheSameSizeIsLookedAtAlikeAndPagesAreTurned() {
        try (Browser reader = opened("Pair one", Drawings.pdf(files, "Pair one.pdf"), Drawings.pdf(files, "Pair two.pdf"))) {
            reader.see(By.cssSelector("canvas[data-drawn]"));
            String width = "return document.querySelector('.pdfViewer .page').clientWidth";
            String height = "return document.querySelector('.pdfViewer .page').clientHeight";
            long fits = (Long) reader.js(width);
            reader.leaveFields().press("+++").until(width + " > " + fits * 1.5);
            long enlarged = (Long) reader.js(width);
            reader.press("n").see(By.xpath("//header//strong[normalize-space()='Pair two']"));
            reader.until("return document.querySelector('canvas[data-drawn]')?.ariaLabel.includes('Pair two')")
                    .until(width + " === " + enlarged);
            long tall = (Long) reader.js(height);
            reader.press("r").until(width + " === " + tall);
        }
    }
}
