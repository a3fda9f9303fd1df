package app.pervius.server.rules.watching;

import app.pervius.core.tell.Occasion;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.store.Ids;
import app.pervius.server.store.Sql;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What watching rules told of, as plain rows. */
@Component
public class WatchRuns {

    /**
     * That a watching rule spoke.
     *
     * @param passage absent where files were only kept
     * @param told how many people and addresses
     * @param copied what it copied where, or why not, in sentences; absent where it copies nothing then
     * @param failed whether a copy could not be put
     */
    public record Run(long id, long submission, @Nullable Long passage, long folder, String what, Occasion occasion, int told,
            @Nullable String copied, boolean failed, Instant at) {
    }

    /** What a watching rule did on one occasion. */
    public record Did(long rule, int told, Optional<String> copied, boolean failed) {
    }

    private final JdbcClient jdbc;
    private final Ids ids;
    private final InstantSource clock;

    WatchRuns(JdbcClient jdbc, Ids ids, InstantSource clock) {
        this.jdbc = jdbc;
        this.ids = ids;
        this.clock = clock;
    }

    /** Notes in the transaction of what happens what a watching rule did. */
    public void note(PassageFacts passage, Occasion occasion, Did did) {
        jdbc.sql("insert into watch_run (id, project_id, rule_id, submission_id, passage_id, folder_id, what, occasion, told, copied, "
                + "failed, at) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .params(Sql.values(ids.next(), passage.project(), did.rule(), passage.submission(), passage.id() == 0 ? null : passage.id(),
                        passage.folder(), cut(passage.inWords(), 400), occasion.name(), did.told(),
                        did.copied().map(text -> cut(text, 1000)).orElse(null), did.failed(), clock.instant().atOffset(ZoneOffset.UTC)))
                .update();
    }

    private static String cut(String text, int most) {
        return text.length() > most ? text.substring(0, most - 1) + "…" : text;
    }

    /** For each watching rule of a project how often it spoke since a moment. */
    public Map<Long, Long> since(long project, Instant since) {
        Map<Long, Long> counts = new HashMap<>();
        jdbc.sql("select rule_id, count(*) runs from watch_run where project_id = ? and at >= ? group by rule_id")
                .params(project, since.atOffset(ZoneOffset.UTC))
                .query(row -> { counts.put(row.getLong("rule_id"), row.getLong("runs")); });
        return counts;
    }

    /** The runs of a rule, the newest first, from before the one named. */
    public List<Run> of(long rule, long before, int most) {
        return jdbc.sql("select id, submission_id, passage_id, folder_id, what, occasion, told, copied, failed, at from watch_run where "
                + "rule_id = ? and "
                + "id < ? order by rule_id desc, id desc fetch first ? rows only")
                .params(rule, before, most).query(WatchRuns::run).list();
    }

    private static Run run(ResultSet row, int n) throws SQLException {
        return new Run(row.getLong("id"), row.getLong("submission_id"), row.getObject("passage_id", Long.class), row.getLong("folder_id"),
                row.getString("what"),
                Occasion.valueOf(row.getString("occasion")), row.getInt("told"), row.getString("copied"), row.getBoolean("failed"),
                row.getObject("at", OffsetDateTime.class).toInstant());
    }
}
