package app.pervius.server.tables;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.server.refused.Refused;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Tables come from outside: what is no table, or too much of one, is refused in a sentence, with bounded memory. */
class TableReaderTest {

    private static final String WORKBOOK_PARTS =
            "<?xml version=\"1.0\"?><Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\">"
            + "<Default Extension=\"rels\" ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/><Default "
                    + "Extension=\"xml\" ContentType=\"application/xml\"/>"
            + "<Override PartName=\"/xl/workbook.xml\" "
                    + "ContentType=\"application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml\"/>"
            + "<Override PartName=\"/xl/worksheets/sheet1.xml\" "
                    + "ContentType=\"application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml\"/></Types>";

    private final TableReader reader = new TableReader();

    private Table read(byte[] bytes) throws IOException {
        return reader.read(new ByteArrayInputStream(bytes));
    }

    private void refused(byte[] bytes, String sentence) {
        assertThatThrownBy(() -> read(bytes)).isInstanceOfSatisfying(Refused.class, p -> assertThat(p.sentence()).contains(sentence));
    }

    private static byte[] utf8(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void commaSemicolonAndTabAreToldApart() throws IOException {
        for (String separator : List.of(",", ";", "\t")) {
            Table table = read(utf8("\uFEFFNumber" + separator + "Title\r\nKWR-1" + separator + "\"Weir" + separator + " left\"\r\n\r\n"));
            assertThat(table.head()).containsExactly("Number", "Title");
            assertThat(table.rows()).containsExactly(new Table.Row(2, List.of("KWR-1", "Weir" + separator + " left")));
        }
    }

    @Test
    void anXlsxGivesTheSameTable() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (XSSFWorkbook workbook = new XSSFWorkbook()) {
            var sheet = workbook.createSheet();
            sheet.createRow(0).createCell(0).setCellValue("Number");
            sheet.getRow(0).createCell(2).setCellValue("Title");
            sheet.createRow(4).createCell(2).setCellValue("Łęg");
            workbook.write(out);
        }
        Table table = read(out.toByteArray());
        assertThat(table.head()).containsExactly("Number", "", "Title");
        assertThat(table.rows()).containsExactly(new Table.Row(5, List.of("", "", "Łęg")));
    }

    @Test
    void otherEncodingsAreRefusedAndSaySo() {
        refused("Number,Title\n1,Wehr für Fische\n".getBytes(Charset.forName("windows-1252")), "not written in UTF-8");
        refused("Number,Title\n1,Weir\n".getBytes(StandardCharsets.UTF_16), "not written in UTF-8");
    }

    @Test
    void whatIsTooLargeIsRefused() {
        InputStream endless = new InputStream() {
            @Override
            public int read() {
                return 'x';
            }

            @Override
            public int read(byte[] into, int from, int length) {
                java.util.Arrays.fill(into, from, from + length, (byte) 'x');
                return length;
            }
        };
        assertThatThrownBy(() -> reader.read(endless)).hasMessageContaining("larger than 20 MB");
        refused(utf8("a,b\n" + "1,2\n".repeat(TableReader.MOST_ROWS + 1)), "more than 100000 rows");
        refused(utf8("a" + ",b".repeat(100) + "\n"), "more than 60 columns");
        refused(utf8("a,b\n" + "x".repeat(3000) + ",y\n"), "more than 2000 characters");
        refused(new byte[0], "no rows");
    }

    private static byte[] zip(String sheet) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            part(zip, "[Content_Types].xml", WORKBOOK_PARTS);
            part(zip, "_rels/.rels", "<?xml version=\"1.0\"?><Relationships "
                    + "xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\"><Relationship Id=\"r1\" "
                    + "Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument\" "
                            + "Target=\"xl/workbook.xml\"/></Relationships>");
            part(zip, "xl/_rels/workbook.xml.rels",
                    "<?xml version=\"1.0\"?><Relationships "
                    + "xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\"><Relationship Id=\"r1\" "
                    + "Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet\" "
                            + "Target=\"worksheets/sheet1.xml\"/></Relationships>");
            part(zip, "xl/workbook.xml",
                    "<?xml version=\"1.0\"?><workbook xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\" "
                    + "xmlns:r=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships\"><sheets><sheet name=\"S\" "
                            + "sheetId=\"1\" r:id=\"r1\"/></sheets></workbook>");
            part(zip, "xl/worksheets/sheet1.xml", sheet);
        }
        return out.toByteArray();
    }

    private static void part(ZipOutputStream zip, String name, String text) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(utf8(text));
        zip.closeEntry();
    }

    private static String sheet(String doctype, String cell) {
        return "<?xml version=\"1.0\"?>" + doctype
                + "<worksheet xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\"><sheetData><row r=\"1\"><c r=\"A1\" "
                + "t=\"inlineStr\"><is><t>"
                + cell + "</t></is></c></row></sheetData></worksheet>";
    }

    @Test
    void aWorkbookMadeByHandIsRead() throws IOException {
        assertThat(read(zip(sheet("", "Number"))).head()).containsExactly("Number");
    }

    @Test
    void entitiesAreNotFollowed(@TempDir Path dir) throws IOException {
        Path secret = Files.writeString(dir.resolve("secret"), "the secret");
        refused(zip(sheet("<!DOCTYPE x [<!ENTITY e SYSTEM \"" + secret.toUri() + "\">]>", "&e;")), "not a sound XLSX workbook");
        refused(zip(sheet("<!DOCTYPE x [<!ENTITY a \"ha\"><!ENTITY b \"&a;&a;\">]>", "&b;")), "not a sound XLSX workbook");
    }

    @Test
    void aWorkbookThatUnpacksToFarMoreIsRefused() throws IOException {
        refused(zip(sheet("", "x".repeat(100 * 1024 * 1024))), "unpacks to far more than it is");
    }

    @Test
    void anythingElseIsRefusedInASentence() {
        Random random = new Random(8);
        for (int i = 0; i < 300; i++) {
            byte[] garbage = new byte[random.nextInt(2000)];
            random.nextBytes(garbage);
            if (i % 2 == 0 && garbage.length > 2) {
                garbage[0] = 'P';
                garbage[1] = 'K';
            }
            try {
                read(garbage);
            } catch (Refused refused) {
                assertThat(refused.sentence()).isNotBlank();
            } catch (IOException e) {
                throw new AssertionError(e);
            }
        }
    }
}
