package app.pervius.server.tables;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.apache.commons.csv.CSVException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/** CSV in UTF-8, separated by comma, semicolon or tab, whichever the first line has most of. */
final class CsvReader {

    private static final String ENCODING = "The file is not written in UTF-8. Save it as “CSV UTF-8”, or as XLSX, and take that.";

    private CsvReader() {
    }

    static List<Table.Row> rows(Path file) throws IOException {
        TableReader.Rows rows = new TableReader.Rows();
        CSVFormat format = CSVFormat.RFC4180.builder().setDelimiter(delimiter(file)).setIgnoreEmptyLines(false).get();
        try (Reader text = open(file); CSVParser parser = CSVParser.parse(text, format)) {
            for (CSVRecord record : parser) {
                List<String> cells = new ArrayList<>();
                record.forEach(cell -> cells.add(asText(cell.strip())));
                rows.add(Math.toIntExact(record.getRecordNumber()), cells);
            }
            return rows.all();
        } catch (java.io.UncheckedIOException e) {
            throw refusal(Objects.requireNonNull(e.getCause()));
        } catch (IOException e) {
            throw refusal(e);
        }
    }

    /**
     * Text that was written as {@code ="0012"} so that a spreadsheet keeps its zeros, or with an apostrophe so that it takes it for no
     * formula.
     */
    private static String asText(String cell) {
        if (cell.length() > 1 && cell.charAt(0) == '\'' && "=+-@".indexOf(cell.charAt(1)) >= 0) {
            return cell.substring(1);
        }
        return cell.length() > 3 && cell.startsWith("=\"") && cell.endsWith("\"") && cell.substring(2, cell.length() - 1).chars()
                .allMatch(Character::isDigit)
                ? cell.substring(2, cell.length() - 1) : cell;
    }

    private static RuntimeException refusal(IOException e) throws IOException {
        if (e instanceof CharacterCodingException) {
            return TableReader.refused(ENCODING);
        }
        if (e instanceof CSVException) {
            return TableReader.refused("The file is not a sound CSV: " + e.getMessage());
        }
        throw e;
    }

    private static char delimiter(Path file) throws IOException {
        try (BufferedReader text = open(file)) {
            char[] start = new char[4000];
            int read = Math.max(0, text.read(start));
            String first = new String(start, 0, read).lines().findFirst().orElse("");
            if (first.indexOf('\0') >= 0) {
                throw TableReader.refused(ENCODING);
            }
            char best = ',';
            for (char candidate : new char[] {';', '\t'}) {
                if (count(first, candidate) > count(first, best)) {
                    best = candidate;
                }
            }
            return best;
        } catch (CharacterCodingException e) {
            throw TableReader.refused(ENCODING);
        }
    }

    private static long count(String text, char wanted) {
        return text.chars().filter(c -> c == wanted).count();
    }

    /** Every byte that is not UTF-8 is an error; a byte order mark is read over. */
    private static BufferedReader open(Path file) throws IOException {
        BufferedReader text = new BufferedReader(new InputStreamReader(Files.newInputStream(file), StandardCharsets.UTF_8.newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT).onUnmappableCharacter(CodingErrorAction.REPORT)));
        try {
            text.mark(1);
            if (text.read() != '\uFEFF') {
                text.reset();
            }
            return text;
        } catch (IOException e) {
            text.close();
            throw e;
        }
    }
}
