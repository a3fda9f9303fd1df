package app.pervius.server.search;

import app.pervius.core.register.SearchWords;
import app.pervius.server.store.Sql;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;

/** An index of words, a row for each word of each thing: the things that have all words that are sought, or words beginning so. */
public final class WordIndex {

    private static final int MOST_AT_ONCE = 500;

    private final JdbcTemplate rows;
    private final JdbcClient jdbc;
    private final String table;
    private final String thing;

    /**
     * @param table the index, with the columns {@code project_id} and {@code word}
     * @param thing the column that says what has the word
     */
    public WordIndex(JdbcTemplate rows, String table, String thing) {
        this.rows = rows;
        this.jdbc = JdbcClient.create(rows);
        this.table = table;
        this.thing = thing;
    }

    /** A thing is found by these words from now on, too; those it has already stay. */
    public void add(long project, long id, Collection<String> words) {
        rows.batchUpdate("merge into " + table + " (project_id, word, " + thing + ") values (?, ?, ?)", words, MOST_AT_ONCE,
                (row, word) -> Sql.set(row, project, word, id));
    }

    /**
     * The ids of the things, the newest first.
     *
     * @param select what they are chosen from, ending in a condition; with a parameter {@code project}
     * @param id the column of that selection that is their id
     */
    public List<Long> found(String select, String id, Map<String, Object> parameters, List<SearchWords.Sought> sought, int most) {
        if (sought.isEmpty()) {
            return List.of();
        }
        Map<String, Object> all = new HashMap<>(parameters);
        StringBuilder sql = new StringBuilder(select);
        for (String word : words(Objects.requireNonNull(parameters.get("project")), sought)) {
            int n = all.size();
            all.put("from" + n, word);
            all.put("upTo" + n, word + Character.MAX_VALUE);
            sql.append(" and ").append(id).append(" in (select w.").append(thing).append(" from ").append(table)
                    .append(" w where w.project_id = :project and w.word >= :from").append(n)
                    .append(" and w.word < :upTo").append(n).append(")");
        }
        sql.append(" order by ").append(id).append(" desc fetch first ").append(most).append(" rows only");
        return jdbc.sql(sql.toString()).params(all).query(Long.class).list();
    }

    /** What is sought as it was typed, where something begins so; else in its pieces. */
    private List<String> words(Object project, List<SearchWords.Sought> sought) {
        List<String> words = new ArrayList<>();
        for (SearchWords.Sought one : sought) {
            if (one.pieces().size() == 1 || any(project, one.whole())) {
                words.add(one.whole());
            } else {
                words.addAll(one.pieces());
            }
        }
        return words;
    }

    private boolean any(Object project, String word) {
        return jdbc.sql("select 1 from " + table
                + " w where w.project_id = :project and w.word >= :from and w.word < :upTo fetch first 1 rows only")
                .param("project", project).param("from", word).param("upTo", word + Character.MAX_VALUE).query(Integer.class).optional()
                .isPresent();
    }
}
