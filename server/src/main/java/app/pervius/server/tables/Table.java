package app.pervius.server.tables;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A table as it was read: its head, and its rows with the number each has in the file, counted from 1.
 *
 * @param head the names of the columns, as written
 */
public record Table(List<String> head, List<Row> rows) {

    /** A row; {@code cells} are as many as the head has. */
    public record Row(int number, List<String> cells) {
    }

    /** What is wrong with a table, and where; row and column as a person counts them. */
    public record TableFault(int row, String column, String sentence) {
    }

    /** The place of a column whose name is one of these, whatever its case. */
    public Optional<Integer> column(String... names) {
        for (int i = 0; i < head.size(); i++) {
            for (String name : names) {
                if (head.get(i).strip().toLowerCase(Locale.ROOT).equals(name.toLowerCase(Locale.ROOT))) {
                    return Optional.of(i);
                }
            }
        }
        return Optional.empty();
    }
}
