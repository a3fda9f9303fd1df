package app.pervius.server.tables;

import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.poi.ss.usermodel.Font;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.streaming.SXSSFSheet;
import org.apache.poi.xssf.streaming.SXSSFWorkbook;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Writes tables for people to take away. Text that a spreadsheet would take for a formula is written so that it does not. */
public final class TableWriter {

    /** The formats a table can be had in. */
    public enum Format { CSV, XLSX }

    private TableWriter() {
    }

    /** The table as a download of this name, without ending. */
    public static ResponseEntity<StreamingResponseBody> download(Format format, String name, List<String> head, List<List<String>> rows) {
        StreamingResponseBody body = out -> write(format, head, rows, out);
        String type = format == Format.CSV ? "text/csv;charset=UTF-8" : "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";
        return ResponseEntity.ok().contentType(MediaType.parseMediaType(type)).header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment()
                .filename(name + (format == Format.CSV ? ".csv" : ".xlsx"), StandardCharsets.UTF_8).build().toString()).body(body);
    }

    private static void write(Format format, List<String> head, List<List<String>> rows, OutputStream out) throws IOException {
        switch (format) {
            case CSV -> csv(head, rows, out);
            case XLSX -> xlsx(head, rows, out);
        }
    }

    private static void csv(List<String> head, List<List<String>> rows, OutputStream out) throws IOException {
        Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        text.write('\uFEFF');
        CSVPrinter printer = new CSVPrinter(text, CSVFormat.RFC4180);
        printer.printRecord(head);
        for (List<String> row : rows) {
            printer.printRecord(row.stream().map(TableWriter::harmless).toList());
        }
        printer.flush();
    }

    private static String harmless(String cell) {
        return !cell.isEmpty() && "=+-@\t\r".indexOf(cell.charAt(0)) >= 0 ? "'" + cell : cell;
    }

    private static void xlsx(List<String> head, List<List<String>> rows, OutputStream out) throws IOException {
        try (SXSSFWorkbook workbook = new SXSSFWorkbook(100)) {
            SXSSFSheet sheet = workbook.createSheet("Pervius");
            Font bold = workbook.createFont();
            bold.setBold(true);
            var headStyle = workbook.createCellStyle();
            headStyle.setFont(bold);
            Row first = sheet.createRow(0);
            for (int i = 0; i < head.size(); i++) {
                first.createCell(i).setCellValue(head.get(i));
                first.getCell(i).setCellStyle(headStyle);
                sheet.setColumnWidth(i, 24 * 256);
            }
            sheet.createFreezePane(0, 1);
            int at = 1;
            for (List<String> cells : rows) {
                Row row = sheet.createRow(at++);
                for (int i = 0; i < cells.size(); i++) {
                    row.createCell(i).setCellValue(cells.get(i));
                }
            }
            workbook.write(out);
        }
    }
}
