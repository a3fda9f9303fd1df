package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;

/** A file that no browser reads is read and marked as the PDF that was made of it; a directory of the server is a way in. */
class ReadableCopyTest {

    private static final By SHEET = By.cssSelector("canvas[data-drawn]");
    private static final String NAMESPACE = "http://schemas.openxmlformats.org/";

    @TempDir
    Path files;

    private static void entry(ZipOutputStream zip, String name, String xml) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(("<?xml version='1.0'?>" + xml).getBytes(StandardCharsets.UTF_8));
    }

    /** A text with one line, as office programs write it (ECMA-376). */
    private Path docx(String name, String line) throws IOException {
        Path file = files.resolve(name);
        try (OutputStream out = Files.newOutputStream(file); ZipOutputStream zip = new ZipOutputStream(out)) {
            entry(zip, "[Content_Types].xml", "<Types xmlns='" + NAMESPACE + "package/2006/content-types'><Default Extension='rels' "
                    + "ContentType='application/vnd.openxmlformats-package.relationships+xml'/><Override PartName='/word/document.xml' "
                    + "ContentType='application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml'/></Types>");
            entry(zip, "_rels/.rels", "<Relationships xmlns='" + NAMESPACE + "package/2006/relationships'><Relationship Id='r1' Type='"
                    + NAMESPACE + "officeDocument/2006/relationships/officeDocument' Target='word/document.xml'/></Relationships>");
            entry(zip, "word/document.xml", "<w:document xmlns:w='" + NAMESPACE + "wordprocessingml/2006/main'><w:body><w:p><w:r><w:t>"
                    + line + "</w:t></w:r></w:p></w:body></w:document>");
        }
        return file;
    }

    private static By folder(String name) {
        return By.xpath("//*[@role='treeitem'][starts-with(normalize-space(.),'" + name + "')]");
    }

    @Test
    void aTextIsReadAndMarkedAsThePdfThatWasMadeOfItAndItsPassageSaysSo() throws IOException {
        try (Browser author = new Browser(Demo.address()); Browser reader = new Browser(Demo.address())) {
            author.signInAs("Bảo Trần Vĩnh").open("/folders").seeText("Civil design");
            author.click(By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"))
                    .chooseFiles(List.of(docx("Concrete specification.docx", "Exposure class XC4 for the fish pass")))
                    .clickButton("Send").seeText("Received as");
            reader.atTheDesk("Kwabena Adofori").click(By.xpath("//article//a[normalize-space()='Concrete specification']"));
            reader.see(SHEET);
            reader.seeText("copy of Concrete specification.docx");
            reader.leaveFields().press("w").see(By.cssSelector(".draft textarea")).sendKeys("Which cement?");
            reader.clickButton("Say it").seeText("Which cement?");
            reader.click(By.linkText("Passage")).seeText("made by LibreOffice").seeText("its readable copy, 1 page");
            assertThat(PlacesTest.seriousFindings(reader)).isEmpty();
        }
    }

    @Test
    void allConnectionsStandOnOnePageAndAreTriedThere() throws IOException {
        try (Browser administrator = new Browser(Demo.address())) {
            administrator.signInAs("Aoife Ní Raghnaill").open("/project").clickButton("Connections");
            administrator.see(By.cssSelector("[data-test=test-mail]")).click();
            administrator.seeText("answers and would take messages.");
            administrator.seeText("Plotter, site office").seeText("Plant register").seeText("Malware scanner").seeText("Readable copies");
            assertThat(PlacesTest.seriousFindings(administrator)).isEmpty();
        }
    }

    @Test
    void aRuleSaysWhatIsMadeReadyAndWaitedForAndTheSampleAnswers() throws IOException {
        try (Browser controller = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova").open("/rules").click(By.xpath("//button[normalize-space()='Site documents']"));
            controller.see(By.cssSelector("[data-test=open-prepare]")).click();
            controller.choose(By.cssSelector("[data-test=says-prepare]"), "said here");
            controller.choose(By.cssSelector("[data-test=copy]"), "is made; what none can be made of is stopped");
            controller.see(By.cssSelector("[data-test=waits]")).click();
            controller.see(By.cssSelector("[data-test=endings]")).sendKeys(", dwg");
            controller.seeText("Waits up to 3 working days for its PDF and DWG, then stops.");
            controller.choose(By.cssSelector("[data-test=lies]"), "in a tree of the same folders as well");
            controller.seeText("Choose the folder below which the PDFs lie.");
            controller.choose(By.cssSelector("[data-test=root]"), "Work in progress / WP-03 Fish pass");
            controller.seeText("The PDF that is read also lies in a tree of folders below “Work in progress / WP-03 Fish pass”, "
                    + "and is taken out when its file leaves.");
            controller.click(By.cssSelector("[data-test=goes-with-it]"));
            controller.seeText("below “Work in progress / WP-03 Fish pass”.");
            controller.choose(By.cssSelector("[data-test=lies]"), "beside its file as well, in the same folder");
            controller.seeText("The copy also lies beside its file.");
            assertThat(PlacesTest.seriousFindings(controller)).isEmpty();
            controller.clickButton("Leave it as it was");
        }
    }

    @Test
    void filesOfADirectoryOfTheServerComeIntoTheFolderItWasSetFor() throws IOException {
        try (Browser controller = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova").open("/folders").click(folder("Deliveries"));
            controller.see(By.cssSelector("[data-test=from-directory]")).click();
            String below = controller.see(By.cssSelector("[data-test=directory-path]")).getDomProperty("value");
            Path scanner = Path.of(below + "site scanner");
            controller.see(By.cssSelector("[data-test=directory-path]")).sendKeys("site scanner");
            controller.choose(By.cssSelector("[data-test=directory-afterwards]"), "deleted there");
            controller.choose(By.cssSelector("[data-test=directory-author]"), "Marisol Quintavalle, DNM");
            assertThat(PlacesTest.seriousFindings(controller)).isEmpty();
            controller.see(By.cssSelector("[data-test=directory-save]")).click();
            controller.seeText(scanner.toString()).seeText("0 files taken");
            Drawings.pdf(scanner, "DR-C_Scanned delivery note.pdf");
            Files.write(scanner.resolve("nothing in it.pdf"), new byte[0]);
            controller.until("document.querySelector('[data-test^=look-]')?.click();"
                    + "return document.body.innerText.includes('1 file taken') && document.body.innerText.includes('The file is empty.')");
            controller.seeText("Scanned delivery note");
            assertThat(scanner.resolve("DR-C_Scanned delivery note.pdf")).doesNotExist();
            assertThat(scanner.resolve("nothing in it.pdf")).exists();
            controller.clickButton("Take no more from it");
            controller.until("return !document.querySelector('[data-test^=look-]')").seeText("Nothing more is taken from");
        }
    }
}
