package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Base64;
import java.util.List;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;

/** What goes with comments: marks that came in a file, pictures, decisions held back, paper, lists, and the next revision. */
class WithCommentsTest {

    private static final By SHEET = By.cssSelector("canvas[data-drawn]");
    private static final By WORDS = By.cssSelector(".draft textarea");

    @TempDir
    Path files;

    private static Browser atDrawings(Browser originator) {
        originator.signInAs("Bảo Trần Vĩnh").open("/folders").seeText("Civil design");
        return originator.click(By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"));
    }

    private static By card(String text) {
        return By.xpath("//li[contains(@class,'card')][contains(.,'" + text + "')]");
    }

    @Test
    void marksOfAFileBecomeCommentsWithPicturesThatHoldADecisionBackAndArePrintedAndListed() throws IOException {
        try (Browser originator = new Browser(Demo.address()); Browser reader = new Browser(Demo.address())) {
            Path marked = Drawings.marked(files, "Marked elsewhere.pdf", "Rune Solheim", "Foreword is missing");
            atDrawings(originator).chooseFiles(List.of(marked)).clickButton("Send").seeText("Received as");
            reader.atTheDesk("Kwabena Adofori").click(By.xpath("//article//a[normalize-space()='Marked elsewhere']")).see(SHEET);
            reader.clickButton("Out and in").clickButton("Marks in the file itself …").clickButton("Take 1 mark over")
                    .seeText("Taken over: 1 mark");
            reader.click(By.xpath("//div[@aria-label='Comments out and in']//button[normalize-space()='Close']"))
                    .see(card("Rune Solheim: Foreword is missing"));

            Path picture = files.resolve("sketch.png");
            ImageIO.write(new BufferedImage(60, 40, BufferedImage.TYPE_INT_RGB), "png", picture.toFile());
            reader.leaveFields().press("w").see(WORDS).sendKeys("As in the sketch.");
            reader.chooseFiles(By.cssSelector(".draft input[type=file]"), List.of(picture)).see(By.cssSelector(".draft li img"));
            reader.choose(By.cssSelector(".draft select"), "2 accepted with comments, and better").clickButton("Say it")
                    .seeText("Holds back 2 accepted with comments, and better");
            reader.until("return document.querySelector('.card .pictures img')?.naturalWidth === 60");
            reader.leaveFields().press("1").seeText("has a comment that has to be closed before it can be “1”");

            assertThat(PlacesTest.seriousFindings(reader)).isEmpty();
            reader.js("window.print = () => { window.wasPrinted = true }");
            reader.clickButton("Print").click(By.cssSelector("form.print button[type=submit]")).until("return window.wasPrinted === true");
            try (PDDocument paper = Loader.loadPDF(reader.printed())) {
                assertThat(paper.getNumberOfPages()).as("the sheet, and what was said of it").isEqualTo(2);
                assertThat(new PDFTextStripper().getText(paper)).contains("page 1 of 1, with marks",
                        " " + LocalDate.now().getYear() + " at ", "by Kwabena Adofori",
                        "Comments on", "Foreword is missing", "As in the sketch.");
            }
            reader.click(By.xpath("//form[@aria-label='Print']//button[normalize-space()='Close']"));
            reader.clickButton("Out and in");
            assertThat(PlacesTest.seriousFindings(reader)).isEmpty();
            reader.click(By.linkText("See them as a list")).seeText("As in the sketch.");
            assertThat(PlacesTest.seriousFindings(reader)).isEmpty();
            reader.type(By.cssSelector("input[aria-label='Words in the comments']"), "foreword").seeNoText("As in the sketch.");
            reader.click(By.partialLinkText("Rune Solheim")).see(By.cssSelector(".card.at"));
        }
    }

    @Test
    void whatIsOpenIsAnsweredWhereTheNextRevisionIsHandedInAndFoundAgainOnIt() throws IOException {
        String number = "KWR-ALD-C-CA-0009";
        Caller reviewer = Caller.of("Kwabena Adofori");
        try (Browser originator = new Browser(Demo.address()); Browser reader = new Browser(Demo.address())) {
            atDrawings(originator);
            List<?> first = (List<?>) originator.jsLater("const done = arguments[arguments.length - 1]; "
                    + "fetch('/api/documents/by-number?project=KWR&number=' + arguments[0]).then(r => r.json()).then(async d => { "
                    + "const file = d.revisions[0].files[0].id; const bytes = new Uint8Array("
                    + "await (await fetch(`/api/files/${file}/content`)).arrayBuffer()); let text = ''; "
                    + "for (const b of bytes) text += String.fromCharCode(b); "
                    + "done([String(d.revisions[0].passage.id), btoa(text)]) })", number);
            String said = "{\"key\":\"again\",\"text\":\"Give the levels.\",\"place\":{\"page\":1,\"shape\":\"BOX\",\"points\":"
                    + "[{\"x\":640,\"y\":680},{\"x\":860,\"y\":600}]}}";
            assertThat(reviewer.call("POST", "/api/passages/" + first.getFirst() + "/comments", said).statusCode()).isEqualTo(201);

            Path next = files.resolve(number + "_P02.pdf");
            try (PDDocument document = Loader.loadPDF(Base64.getDecoder().decode(first.getLast().toString()))) {
                document.getPages().insertBefore(new PDPage(), document.getPage(0));
                document.save(next.toFile());
            }
            assertThat(Files.size(next)).isPositive();
            originator.chooseFiles(List.of(next)).clickButton("Send").seeText("Received as");
            originator.type(By.cssSelector("section[aria-label='Asked of the revision before'] input"), "Given in the table.")
                    .click(By.xpath("//section[@aria-label='Asked of the revision before']//button[normalize-space()='Done']"))
                    .seeText("Every comment on what came before is answered.");

            reader.signInAs("Kwabena Adofori").open("/documents/KWR/" + number);
            reader.click(By.xpath("(//a[normalize-space()='Read'])[1]")).see(card("Give the levels."));
            reader.click(By.cssSelector(".card .head")).seeText("Done: Given in the table.").seeText("said of P01, found again here")
                    .seeText("page 2");
            reader.until("return document.querySelectorAll('.mark .line').length === 1 && !document.querySelector('.mark.carried')");
            // The answer and what has changed, beside each other; and closed there.
            reader.click(By.linkText("What changed there")).see(By.cssSelector("[data-test=differences]"));
            reader.see(By.cssSelector("nav[aria-label=Pages] [aria-current=true]"));
            reader.until("return document.querySelector('nav[aria-label=Pages] [aria-current=true]').textContent.trim().startsWith('2')")
                    .seeText("Given in the table.");
            assertThat(PlacesTest.seriousFindings(reader)).isEmpty();
            reader.clickButton("Close it").seeText("This comment is closed, or not there any more.");
        }
    }
}
