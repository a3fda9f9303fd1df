package app.pervius.server.tables;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.http.Page;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Tables that are taken away say what they hold as what it is, and come back as they went. */
@ExtendWith(Running.class)
class TakenAwayTest {

    private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
    private static final List<List<Cell>> ROWS = List.of(List.of(Cell.of("0012"), Cell.of(-1),
            Cell.of(Instant.parse("2031-07-14T09:00:00Z"), DUBLIN), Cell.of(LocalDate.of(2031, 7, 14)), Cell.of("=1+1")));

    private static byte[] written(TableWriter.Format format) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        TableWriter.write(format, List.of("Code", "Left", Cell.head("When", DUBLIN), "Day", "Words"), ROWS, out);
        return out.toByteArray();
    }

    @Test
    void inAWorkbookNumbersAreNumbersAndDatesAreDatesInTheZoneTheHeadNames() throws IOException {
        try (XSSFWorkbook workbook = new XSSFWorkbook(new ByteArrayInputStream(written(TableWriter.Format.XLSX)))) {
            Sheet sheet = workbook.getSheetAt(0);
            assertThat(sheet.getRow(0).getCell(2).getStringCellValue()).isEqualTo("When (Europe/Dublin)");
            var row = sheet.getRow(1);
            assertThat(row.getCell(0).getCellType()).isEqualTo(CellType.STRING);
            assertThat(row.getCell(0).getCellStyle().getDataFormatString()).as("stays text when somebody types over it").isEqualTo("@");
            assertThat(row.getCell(1).getNumericCellValue()).isEqualTo(-1);
            assertThat(DateUtil.isCellDateFormatted(row.getCell(2))).isTrue();
            assertThat(row.getCell(2).getLocalDateTimeCellValue()).as("summer time").isEqualTo("2031-07-14T10:00");
            assertThat(row.getCell(3).getLocalDateTimeCellValue().toLocalDate()).isEqualTo("2031-07-14");
            assertThat(row.getCell(4).getCellType()).as("no formula").isEqualTo(CellType.STRING);
        }
    }

    @Test
    void leadingZerosAndSignsSurviveTheRoundThroughCsv() throws IOException {
        byte[] csv = written(TableWriter.Format.CSV);
        assertThat(new String(csv, StandardCharsets.UTF_8)).contains("=\"\"0012\"\"", "-1,2031-07-14 10:00,2031-07-14", "'=1+1");
        for (byte[] file : List.of(csv, written(TableWriter.Format.XLSX))) {
            List<String> cells = new TableReader().read(new ByteArrayInputStream(file)).rows().getFirst().cells();
            assertThat(cells.getFirst()).isEqualTo("0012");
            assertThat(cells.get(4)).isEqualTo("=1+1");
        }
    }

    @Test
    void aDamagedFileIsCalledDamaged() throws IOException {
        byte[] workbook = written(TableWriter.Format.XLSX);
        byte[] cut = java.util.Arrays.copyOf(workbook, workbook.length / 2);
        byte[] broken = workbook.clone();
        broken[0] = 'X';
        for (byte[] file : List.of(cut, broken)) {
            assertThatThrownBy(() -> new TableReader().read(new ByteArrayInputStream(file))).hasMessageContaining("damaged");
        }
        assertThatThrownBy(() -> new TableReader().read(new ByteArrayInputStream("Code\nWehr für\n".getBytes(StandardCharsets.ISO_8859_1))))
                .hasMessageContaining("not written in UTF-8");
    }

    @Test
    void aLongTableIsAskedForPageByPageToItsEnd() {
        Lines<Integer> lines = new Lines<>(after -> {
            int from = after == null ? 0 : Integer.parseInt(after);
            return from >= 250 ? new Page<>(List.of(), null) : new Page<>(java.util.stream.IntStream.range(from, from + 50).boxed()
                    .toList(), String.valueOf(from + 50));
        });
        assertThat(lines).hasSize(250);
    }

    @Test
    void registerLedgerPassagesAndCodesAreTakenAwayAsTheyAreNarrowedDown(App app) {
        Client mirela = app.as("Mirela Draganova");
        String project = "/api/projects/" + mirela.project();
        assertThat(mirela.text(project + "/documents/table?format=CSV")).contains("Number,Title", "KWR-FNK-H-DR-0001");
        assertThat(mirela.text(project + "/documents/table?format=CSV&which=NOT_COME")).doesNotContain("KWR-FNK-H-DR-0001,");
        assertThat(mirela.text(project + "/schemes/documents/ledger/table?format=CSV")).contains("KWR-FNK-H-DR-0001,assigned,");
        assertThat(mirela.text(project + "/passages/table?format=CSV&which=STOPPED").lines().skip(1)).isNotEmpty()
                .allMatch(l -> l.contains(",stopped,"));
        assertThat(mirela.text(project + "/fields/type/codes?format=CSV")).contains("Code,Meaning,Retired", "DR,");
        assertThat(app.as("Priya Venkatarangan").text(project + "/documents/table?format=CSV")).as("another firm's are not in it")
                .doesNotContain("KWR-FNK-");
    }
}
