package app.pervius.server.store;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Calls somebody otherwise in the texts of a table that nothing is chained by. */
public final class NamesInRows {

    private NamesInRows() {
    }

    /**
     * Does so, in the transaction that is under way.
     *
     * @param table the caller's own, each row of which has its {@code key}
     * @return in how many rows it stood
     */
    public static int rename(JdbcClient jdbc, Renaming renaming, String table, String key, String... columns) {
        record Texts(long key, List<String> was, List<String> is) {
        }
        List<Texts> found = jdbc.sql("select " + key + ", " + String.join(", ", columns) + " from " + table + " where "
                + renaming.where(columns)).params(renaming.likes(columns.length)).query((row, n) -> {
                    List<String> was = new ArrayList<>();
                    for (String column : columns) {
                        was.add(Objects.requireNonNullElse(row.getString(column), ""));
                    }
                    return new Texts(row.getLong(key), was, was.stream().map(renaming::in).toList());
                }).list().stream().filter(texts -> !texts.was().equals(texts.is())).toList();
        for (Texts texts : found) {
            for (int i = 0; i < columns.length; i++) {
                if (!texts.was().get(i).equals(texts.is().get(i))) {
                    jdbc.sql("update " + table + " set " + columns[i] + " = ? where " + key + " = ?")
                            .params(texts.is().get(i), texts.key()).update();
                }
            }
        }
        return found.size();
    }
}
