package app.pervius.server.tables;

import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.StreamSupport;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Font;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.streaming.SXSSFSheet;
import org.apache.poi.xssf.streaming.SXSSFWorkbook;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/**
 * Writes tables for people to take away: XLSX, or CSV (RFC 4180, UTF-8 with a mark). Text that a spreadsheet would take for a formula is
 * written so that it does not; text of digits alone that begins with a zero so that the zero stays.
 */
public final class TableWriter {

    /** The formats a table can be had in. */
    public enum Format { CSV, XLSX }

    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");
    /** Digits alone that a spreadsheet would take for a number and shorten. */
    private static final Pattern KEPT_AS_TEXT = Pattern.compile("0\\d+|\\d{15,}");

    private TableWriter() {
    }

    /** The table as a download of this name, without ending. Rows are asked for while it is written. */
    public static <T> ResponseEntity<StreamingResponseBody> download(Format format, String name, Columns<T> columns, Iterable<T> things) {
        return download(format, name, columns.heads(), () -> StreamSupport.stream(things.spliterator(), false).map(columns::row)
                .iterator());
    }

    private static ResponseEntity<StreamingResponseBody> download(Format format, String name, List<String> head,
            Iterable<List<Cell>> rows) {
        StreamingResponseBody body = out -> write(format, head, rows, out);
        String type = format == Format.CSV ? "text/csv;charset=UTF-8" : "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";
        return ResponseEntity.ok().contentType(MediaType.parseMediaType(type))
                .header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment()
                .filename(name + (format == Format.CSV ? ".csv" : ".xlsx"), StandardCharsets.UTF_8).build().toString()).body(body);
    }

    /** The same of a table of words. */
    public static ResponseEntity<StreamingResponseBody> words(Format format, String name, List<String> head, List<List<String>> rows) {
        return download(format, name, head, rows.stream().map(row -> row.stream().map(Cell::of).toList()).toList());
    }

    static void write(Format format, List<String> head, Iterable<List<Cell>> rows, OutputStream out) throws IOException {
        switch (format) {
            case CSV -> csv(head, rows, out);
            case XLSX -> xlsx(head, rows, out);
        }
    }

    private static void csv(List<String> head, Iterable<List<Cell>> rows, OutputStream out) throws IOException {
        Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        text.write('\uFEFF');
        CSVPrinter printer = new CSVPrinter(text, CSVFormat.RFC4180);
        printer.printRecord(head);
        for (List<Cell> row : rows) {
            List<String> written = new ArrayList<>();
            for (Cell cell : row) {
                written.add(switch (cell) {
                    case Cell.Text(String words) -> harmless(words);
                    case Cell.Count(long number) -> Long.toString(number);
                    case Cell.Moment(var local) -> MOMENT.format(local);
                    case Cell.Day(var day) -> day.toString();
                });
            }
            printer.printRecord(written);
        }
        printer.flush();
    }

    private static String harmless(String cell) {
        if (KEPT_AS_TEXT.matcher(cell).matches()) {
            return "=\"" + cell + "\"";
        }
        return !cell.isEmpty() && "=+-@\t\r".indexOf(cell.charAt(0)) >= 0 ? "'" + cell : cell;
    }

    private static void xlsx(List<String> head, Iterable<List<Cell>> rows, OutputStream out) throws IOException {
        try (SXSSFWorkbook workbook = new SXSSFWorkbook(100)) {
            SXSSFSheet sheet = workbook.createSheet("Pervius");
            Styles styles = new Styles(workbook);
            Row first = sheet.createRow(0);
            for (int i = 0; i < head.size(); i++) {
                first.createCell(i).setCellValue(head.get(i));
                first.getCell(i).setCellStyle(styles.head);
                sheet.setColumnWidth(i, 24 * 256);
            }
            sheet.createFreezePane(0, 1);
            int at = 1;
            for (List<Cell> cells : rows) {
                Row row = sheet.createRow(at++);
                for (int i = 0; i < cells.size(); i++) {
                    styles.put(row.createCell(i), cells.get(i));
                }
            }
            workbook.write(out);
        }
    }

    /** How cells look, made once for a workbook. */
    private static final class Styles {
        private final CellStyle head;
        private final CellStyle text;
        private final CellStyle moment;
        private final CellStyle day;

        Styles(SXSSFWorkbook workbook) {
            Font bold = workbook.createFont();
            bold.setBold(true);
            head = workbook.createCellStyle();
            head.setFont(bold);
            text = formatted(workbook, "@");
            moment = formatted(workbook, "yyyy-mm-dd hh:mm");
            day = formatted(workbook, "yyyy-mm-dd");
        }

        private static CellStyle formatted(SXSSFWorkbook workbook, String format) {
            CellStyle style = workbook.createCellStyle();
            style.setDataFormat(workbook.createDataFormat().getFormat(format));
            return style;
        }

        void put(org.apache.poi.ss.usermodel.Cell at, Cell cell) {
            switch (cell) {
                case Cell.Text(String words) -> {
                    at.setCellValue(words);
                    at.setCellStyle(text);
                }
                case Cell.Count(long number) -> at.setCellValue(number);
                case Cell.Moment(var local) -> {
                    at.setCellValue(local);
                    at.setCellStyle(moment);
                }
                case Cell.Day(var local) -> {
                    at.setCellValue(local);
                    at.setCellStyle(day);
                }
            }
        }
    }
}
