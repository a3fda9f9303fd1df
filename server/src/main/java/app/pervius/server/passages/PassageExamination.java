package app.pervius.server.passages;

import app.pervius.server.integrity.Examination;
import app.pervius.server.integrity.Findings;
import app.pervius.server.journal.Journal;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Every passage stands at one station with a way on, and its journal's chain is whole. */
@Component
class PassageExamination implements Examination {

    private final JdbcClient jdbc;
    private final Journal journal;

    PassageExamination(JdbcClient jdbc, Journal journal) {
        this.jdbc = jdbc;
        this.journal = journal;
    }

    @Override
    public String subject() {
        return "Passages and their journal";
    }

    @Override
    public void examine(Findings findings) {
        jdbc.sql("select id, journal_seq, journal_hash from passage order by id")
                .query((row, n) -> Map.entry(row.getLong("id"), new Journal.Head(row.getInt("journal_seq"), row.getString("journal_hash"))))
                .list().forEach(passage -> {
            findings.lookedAt(1);
            if (!journal.whole(passage.getKey(), passage.getValue())) {
                findings.add("The journal of passage " + passage.getKey() + " is not whole.");
            }
        });
        jdbc.sql("select distinct passage_id from journal_entry j where not exists (select 1 from passage p where p.id = j.passage_id)")
                .query(Long.class).list().forEach(id -> findings.add("There is a journal of passage " + id + ", but no such passage."));
        find(findings, "state = 'STOPPED' and (ways_out is null or stop_reason is null)", "is stopped without a reason or a way out");
        find(findings, "state = 'DONE' and ended is null", "is at its end, but not how");
        find(findings, "state = 'WAITING' and station = 'REVIEW' and not exists (select 1 from review_passage r where r.passage_id = "
                + "passage.id)",
                "waits for a review it is not in");
        find(findings, "state = 'WAITING' and station = 'IDENTIFY' and awaits_document is null",
                "waits at Identify, but not for a document");
        find(findings, "state = 'WAITING' and station = 'REVIEW' and due is null and submission_id not in (select id from submission "
                + "where unsettled = true)",
                "waits, and nobody has it");
        find(findings, "number is not null and not exists (select 1 from revision r where r.passage_id = passage.id)",
                "has a number, but is no revision of its document");
        find(findings, "state = 'RUNNING' and submission_id in (select id from submission where open = true)",
                "moves although its submission is still open");
    }

    private void find(Findings findings, String condition, String sentence) {
        jdbc.sql("select id from passage where " + condition).query(Long.class).list()
                .forEach(id -> findings.add("Passage " + id + " " + sentence + "."));
    }
}
