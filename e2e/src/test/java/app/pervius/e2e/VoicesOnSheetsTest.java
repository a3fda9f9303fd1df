package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Sheets are marked and commented in the Reading room, by mouse and by keys, and others see it as far as they may. */
class VoicesOnSheetsTest {

    private static final By SHEET = By.cssSelector("canvas[data-drawn]");
    private static final By PAD = By.cssSelector("rect.pad");
    private static final By WORDS = By.cssSelector(".draft textarea");
    private static final By CARD = By.cssSelector(".card");

    @TempDir
    Path files;

    private static void handIn(Path file) {
        try (Browser originator = new Browser(Demo.address())) {
            originator.signInAs("Bảo Trần Vĩnh").open("/folders").seeText("Civil design");
            originator.click(By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"));
            originator.chooseFiles(List.of(file)).clickButton("Send").seeText("Received as");
        }
    }

    /** Hands in a file, and opens it as one who has it to decide. */
    private Browser opened(String title) {
        handIn(Drawings.pdf(files, title + ".pdf"));
        Browser reader = new Browser(Demo.address());
        reader.atTheDesk("Kwabena Adofori").click(By.xpath("//article//a[normalize-space()='" + title + "']"));
        return reading(reader);
    }

    private static Browser reading(Browser reader) {
        reader.see(SHEET);
        return reader.leaveFields();
    }

    private static By card(String text) {
        return By.xpath("//li[contains(@class,'card')][contains(.,'" + text + "')]");
    }

    private static By tool(String name) {
        return By.cssSelector("[role=group][aria-label='Draw a mark'] button[aria-label='" + name + "']");
    }

    /** Where a mark is drawn now, as the points of its path. */
    private static String drawn(Browser reader, String rest) {
        return "return [...document.querySelectorAll('.mark .line')].map(p => p.getAttribute('d'))" + rest;
    }

    @Test
    void aSheetIsMarkedByMouseMovedUndoneAndSeenByOthersLive() {
        try (Browser reader = opened("Marked by mouse"); Browser controller = new Browser(Demo.address());
                Browser author = new Browser(Demo.address())) {
            String place = reader.url().replaceFirst("^https?://[^/]+", "");
            reading(controller.signInAs("Mirela Draganova").open(place));
            reading(author.signInAs("Bảo Trần Vĩnh").open(place)).seeText("No comments");

            reader.click(tool("Cloud")).drag(PAD, -60, -80, 90, 60);
            reader.type(WORDS, "The axis is missing.").clickButton("Say it").see(card("The axis is missing."));
            controller.see(card("The axis is missing."));
            controller.until(drawn(controller, ".length === 1"));
            assertThat(author.text()).as("its author's firm does not read it yet").contains("No comments").doesNotContain("axis");

            String before = (String) reader.js(drawn(reader, "[0]"));
            reader.drag(By.cssSelector(".mark.at .handle"), 0, 0, -30, -40);
            reader.until(drawn(reader, "[0] !== '" + before + "'")).seeNone(By.cssSelector(".note.bad"));
            String moved = (String) reader.js(drawn(reader, "[0]"));
            controller.until("return " + drawn(controller, "[0]").substring(7) + " === '" + moved + "'");
            reader.leaveFields().press("z").until(drawn(reader, "[0] === '" + before + "'"));
            reader.press("y").until(drawn(reader, "[0] === '" + moved + "'"));
            reader.press(Keys.DELETE).seeNone(CARD);
            controller.seeNone(CARD);
            reader.press("z").see(CARD);

            controller.click(By.cssSelector(".card .head")).clickButton("Answer");
            controller.type(By.cssSelector(".answer textarea"), "Axis 4, I think.").clickButton("Give it").seeText("answered");
            reader.seeText("Axis 4, I think.").seeText("answered");
            assertThat(reader.all(By.xpath("//button[normalize-space()='Take back']"))).as("answered already").isEmpty();
            reader.clickButton("Close it").seeNone(By.cssSelector(".card [data-stage='ANSWERED']"));
            controller.see(By.cssSelector(".card [data-stage='CLOSED']"));
            assertThat(reader.consoleErrors()).isEmpty();
        }
    }

    @Test
    void aMarkIsDrawnWrittenAndHeldToThePageByKeysAloneAndItsDraftOutlivesTheWindow() {
        try (Browser reader = opened("Marked by keys")) {
            reader.press("mm").see(PAD);
            reader.press(Keys.ARROW_LEFT, Keys.ARROW_UP, Keys.ENTER);
            reader.press(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT, Keys.ARROW_DOWN, Keys.ARROW_DOWN, Keys.ENTER);
            reader.see(WORDS);
            reader.press("Give the level", Keys.chord(Keys.SHIFT, "."));
            reader.open(reader.url().replaceFirst("^https?://[^/]+", ""));
            reading(reader).see(WORDS);
            reader.until("return document.querySelector('.draft textarea').value.startsWith('Give the level')")
                    .until(drawn(reader, ".length === 1"));
            reader.see(WORDS).sendKeys(Keys.chord(Keys.CONTROL, Keys.ENTER));
            reader.see(card("Give the level")).isDisplayed();
            reader.seeNone(WORDS);

            // In points of the page it stays where it is, however the sheet is turned and enlarged.
            String width = "Math.round(document.querySelector('.mark .line').getBBox().width * 10)";
            String height = "Math.round(document.querySelector('.mark .line').getBBox().height * 10)";
            String shares = "const page = document.querySelector('.pdfViewer .page').getBoundingClientRect(); "
                    + "const mark = document.querySelector('.mark .line').getBoundingClientRect(); ";
            String upright = "Math.abs((mark.left - page.left) / page.width - %s) < 0.01";
            double share = ((Number) reader.js(shares + "return (mark.left - page.left) / page.width")).doubleValue();
            reader.leaveFields().press("++").until("return " + width + " > 0 && " + height + " > 0 && document.querySelector("
                    + "'.pdfViewer .page').clientWidth > 100");
            reader.until(shares + "return " + String.format(java.util.Locale.ROOT, upright, share));
            reader.press("r").until(shares + "return " + String.format(java.util.Locale.ROOT,
                    "Math.abs((mark.top - page.top) / page.height - %s) < 0.01", share));
            reader.press("k").see(By.cssSelector(".card.at"));
            reader.press("g").until("return document.activeElement.closest('.card') !== null");
            reader.press("g").until("return document.activeElement.getAttribute('aria-label') === 'The sheet'");

            // Escape leaves the field and loses nothing; signing out leaves nothing to whoever comes next.
            reader.press("w").see(WORDS);
            reader.press("Not sent.", Keys.ESCAPE);
            assertThat(reader.see(WORDS).getAttribute("value")).isEqualTo("Not sent.");
            String kept = "return Object.keys(localStorage).filter(k => k.startsWith('comment/')).length";
            reader.until(kept + " === 1").clickButton("Sign out").seeText("Be somebody on Kestrel Weir");
            assertThat(reader.js(kept)).isEqualTo(0L);
        }
    }

    @Test
    void aScanIsReadPageByPageAndMarkedWhereItIsShown() throws IOException {
        handIn(Drawings.scan(files, "Scanned survey.tif", 3));
        try (Browser reader = new Browser(Demo.address())) {
            reader.signInAs("Mirela Draganova").open("/passages").click(By.xpath("//a[normalize-space()='Scanned survey']"))
                    .click(By.xpath("//a[normalize-space()='Read']"));
            By second = By.cssSelector("img[alt='Page 2 of Scanned survey.tif']");
            reader.see(By.cssSelector("img[alt='Page 1 of Scanned survey.tif']"));
            reader.leaveFields().press(Keys.PAGE_DOWN).see(second);
            reader.click(tool("Box")).drag(PAD, -60, -80, 90, 60);
            reader.type(WORDS, "This line is blurred.").clickButton("Say it").see(card("This line is blurred."));
            reader.until(drawn(reader, ".length === 1"));
            reader.leaveFields().press(Keys.HOME).see(By.cssSelector("img[alt='Page 1 of Scanned survey.tif']"));
            reader.until(drawn(reader, ".length === 0"));
            reader.press(Keys.END).see(By.cssSelector("img[alt='Page 3 of Scanned survey.tif']"));
            // From the margin to its place, which is on another page.
            reader.press("k").see(second);
            reader.until(drawn(reader, ".length === 1"));
            // It has stopped before it came to a review, which the browser notes; beside that nothing went wrong.
            assertThat(reader.consoleErrors()).allMatch(said -> said.contains("/review "));
        }
    }

    @Test
    void twoFingersEnlargeTheSheet() {
        try (Browser reader = opened("Marked by fingers")) {
            String shown = "Number([...document.querySelectorAll('header .mono')]"
                    + ".map(e => e.textContent.match(/^(\\d+)%$/)?.[1]).find(Boolean))";
            double before = ((Number) reader.js("return " + shown)).doubleValue();
            reader.pinch(By.cssSelector("[aria-label='The sheet']"), 40, 120);
            reader.until("return " + shown + " > " + before * 2.5);
            assertThat(reader.js("return window.visualViewport.scale")).as("the window itself is not enlarged").isEqualTo(1L);
        }
    }

    @Test
    void whoIsAskedFindsItOnTheDeskAndAnswersBesideTheSheet() {
        try (Browser reader = opened("Marked to ask"); Browser asked = new Browser(Demo.address())) {
            reader.click(tool("Point")).drag(PAD, 20, 30, 0, 0);
            reader.type(WORDS, "Is that the new pile?").click(By.xpath("//label[contains(.,'Somebody is to answer')]/input"));
            By who = By.xpath("//label[contains(.,'Who')]//select");
            reader.until("return [...document.querySelectorAll('.draft option')].some(o => o.text.startsWith('Tomasz'))");
            assertThat(reader.see(who).getText()).as("who may not see the file is not offered").doesNotContain("Yusuf");
            reader.choose(who, "Tomasz Łęgowicz, KWB");
            reader.js("const day = document.querySelector(\"input[type=date]\"); day.value = arguments[0]; "
                    + "day.dispatchEvent(new Event('input'))", LocalDate.now().plusDays(5).toString());
            reader.clickButton("Say it").seeText("Tomasz Łęgowicz is to answer by");

            asked.atTheDesk("Tomasz Łęgowicz").seeText("for your answer");
            asked.click(By.xpath("//section[@aria-label='Asked of you']//li[contains(.,'new pile')]//a"));
            asked.see(By.cssSelector(".card.at"));
            asked.clickButton("Answer").type(By.cssSelector(".answer textarea"), "It is, since P02.").clickButton("Give it");
            reader.seeText("It is, since P02.");
            asked.open("/desk").seeNone(By.xpath("//section[@aria-label='Asked of you']//li[contains(.,'new pile')]"));
        }
    }
}
