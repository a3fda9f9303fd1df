package app.pervius.server.numbers;

import app.pervius.core.number.Source;
import app.pervius.core.project.FieldValues;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.store.Json;
import java.time.InstantSource;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Questions to other systems, written in the station's transaction, and what was answered; asked by {@link Answers}. */
@Component
class Questions {

    private final JdbcClient jdbc;
    private final InstantSource clock;

    Questions(JdbcClient jdbc, InstantSource clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** What has been answered for a passage so far. */
    FieldValues to(long passage) {
        Map<String, String> answers = new LinkedHashMap<>();
        jdbc.sql("select source_key, answer from number_question where passage_id = ? and answer is not null").param(passage)
                .query((row, n) -> answers.put(row.getString(1), row.getString(2))).list();
        return new FieldValues(answers);
    }

    /** Writes the question down, to be asked after the transaction. */
    void ask(PassageFacts passage, Source.Asked source, FieldValues about) {
        jdbc.sql("delete from number_question where passage_id = ? and source_key = ?").params(passage.id(), source.key()).update();
        jdbc.sql("""
                insert into number_question (id, project_id, passage_id, source_key, label, connection, about, state, attempts,
                    next_attempt)
                values (next value for ids, ?, ?, ?, ?, ?, ?, 'ASKING', 0, ?)""")
                .params(passage.project(), passage.id(), source.key(), source.label(), source.connection(), Json.write(about.byKey()),
                        clock.instant().atOffset(ZoneOffset.UTC)).update();
    }
}
