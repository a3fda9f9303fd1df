package app.pervius.server.tables;

import app.pervius.server.refused.Refused;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** Reads an uploaded table, CSV or XLSX by its content and not its name; whatever it is, memory and time are bounded. */
@Component
public class TableReader {

    /** The largest file that is read, in bytes. */
    static final long LARGEST = 20L * 1024 * 1024;
    static final int MOST_ROWS = 100_000;
    static final int MOST_COLUMNS = 60;
    static final int LONGEST_CELL = 2000;

    /** Reads the first sheet; a file that is no table, or too much of one, is refused with the reason. */
    public Table read(InputStream body) throws IOException {
        Path kept = Files.createTempFile("table", null);
        try {
            copy(body, kept);
            if (!zipped(kept) && damaged(kept)) {
                throw refused("The file is damaged, or no table at all: it holds bytes that are neither text nor a workbook.");
            }
            return table(zipped(kept) ? XlsxReader.rows(kept) : CsvReader.rows(kept));
        } finally {
            Files.deleteIfExists(kept);
        }
    }

    private static void copy(InputStream body, Path to) throws IOException {
        try (var out = Files.newOutputStream(to)) {
            byte[] buffer = new byte[64 * 1024];
            long size = 0;
            for (int n = body.read(buffer); n >= 0; n = body.read(buffer)) {
                size += n;
                if (size > LARGEST) {
                    throw refused("The file is larger than " + LARGEST / 1024 / 1024
                            + " MB. Split the list and take over one part after the other.");
                }
                out.write(buffer, 0, n);
            }
        }
    }

    private static boolean zipped(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            byte[] head = in.readNBytes(2);
            return head.length == 2 && head[0] == 'P' && head[1] == 'K';
        }
    }

    /**
     * Whether the beginning holds what no text does: control characters. Text of two bytes a letter begins with its mark and has them all
     * over.
     */
    private static boolean damaged(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            byte[] head = in.readNBytes(4096);
            boolean marked = head.length >= 2 && (head[0] == (byte) 0xFE && head[1] == (byte) 0xFF || head[0] == (byte) 0xFF
                    && head[1] == (byte) 0xFE);
            for (byte b : head) {
                if (!marked && b >= 0 && b < 0x20 && b != '\t' && b != '\n' && b != '\r' && b != '\f') {
                    return true;
                }
            }
            return false;
        }
    }

    private static Table table(List<Table.Row> rows) {
        if (rows.isEmpty()) {
            throw refused("The file has no rows. The first row names the columns.");
        }
        List<String> head = rows.getFirst().cells();
        List<Table.Row> body = new ArrayList<>();
        for (Table.Row row : rows.subList(1, rows.size())) {
            if (row.cells().stream().allMatch(String::isBlank)) {
                continue;
            }
            List<String> cells = new ArrayList<>(row.cells().subList(0, Math.min(row.cells().size(), head.size())));
            while (cells.size() < head.size()) {
                cells.add("");
            }
            body.add(new Table.Row(row.number(), List.copyOf(cells)));
        }
        return new Table(List.copyOf(head), List.copyOf(body));
    }

    static Refused refused(String sentence) {
        return Refused.invalid("file", sentence);
    }

    /** Rows as they come, held against the limits. */
    static final class Rows {
        private final List<Table.Row> rows = new ArrayList<>();

        void add(int number, List<String> cells) {
            if (rows.size() > MOST_ROWS) {
                throw refused("The file has more than " + MOST_ROWS + " rows.");
            }
            if (cells.size() > MOST_COLUMNS) {
                throw refused("Row " + number + " has more than " + MOST_COLUMNS + " columns.");
            }
            for (int i = 0; i < cells.size(); i++) {
                if (cells.get(i).length() > LONGEST_CELL) {
                    throw refused("Row " + number + ", column " + (i + 1) + " has more than " + LONGEST_CELL + " characters.");
                }
            }
            rows.add(new Table.Row(number, List.copyOf(cells)));
        }

        List<Table.Row> all() {
            return List.copyOf(rows);
        }
    }
}
