package app.pervius.server.numbers;

import app.pervius.core.number.Source;
import app.pervius.core.project.FieldValues;
import app.pervius.server.outbound.Outbound;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.store.Ids;
import app.pervius.server.store.Json;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Questions to other systems, written in the station's transaction, and what was answered; asked by {@link Answers}. */
@Component
public class Questions {

    /** A question about a passage; {@code about} is the JSON of what is known of it. */
    record Question(long id, long passage, String key, String label, String connection, String about) {
    }

    private final JdbcClient jdbc;
    private final Ids ids;
    private final Outbound outbound;

    Questions(JdbcClient jdbc, Ids ids, Outbound outbound) {
        this.jdbc = jdbc;
        this.ids = ids;
        this.outbound = outbound;
    }

    /** What has been answered for a passage so far. */
    public FieldValues to(long passage) {
        Map<String, String> answers = new LinkedHashMap<>();
        jdbc.sql("select source_key, answer from number_question where passage_id = ? and answer is not null").param(passage)
                .query((row, n) -> answers.put(row.getString("source_key"), row.getString("answer"))).list();
        return new FieldValues(answers);
    }

    /** Writes the question down, to be asked after the transaction; one that was asked before for the same part is no more. */
    public void ask(PassageFacts passage, Source.Asked source, FieldValues about) {
        String key = "passage-" + passage.id() + "-" + source.key();
        jdbc.sql("delete from number_question where passage_id = ? and source_key = ?").params(passage.id(), source.key()).update();
        outbound.takeBack(Answers.KEY, key);
        long id = ids.next();
        jdbc.sql("""
                insert into number_question (id, project_id, passage_id, source_key, label, connection, about, state)
                values (?, ?, ?, ?, ?, ?, ?, 'ASKING')""")
                .params(id, passage.project(), passage.id(), source.key(), source.label(), source.connection(), Json.write(about.byKey()))
                .update();
        outbound.put(Answers.KEY, key, id, passage.project());
    }

    Question question(long id) {
        return jdbc.sql("select passage_id, source_key, label, connection, about from number_question where id = ?").param(id)
                .query((row, n) -> new Question(id, row.getLong("passage_id"), row.getString("source_key"), row.getString("label"),
                        row.getString("connection"), row.getString("about"))).single();
    }

    void answered(long id, String answer) {
        jdbc.sql("update number_question set state = 'ANSWERED', answer = ? where id = ?").params(answer, id).update();
    }

    void failed(long id) {
        jdbc.sql("update number_question set state = 'FAILED' where id = ?").param(id).update();
    }
}
