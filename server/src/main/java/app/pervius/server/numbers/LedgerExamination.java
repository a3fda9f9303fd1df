package app.pervius.server.numbers;

import app.pervius.server.integrity.Examination;
import app.pervius.server.integrity.Findings;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** No number twice, and every number between the first and the next of a counter has its entry. */
@Component
class LedgerExamination implements Examination {

    private final JdbcClient jdbc;

    LedgerExamination(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    private record Line(long project, String scheme, String combination, long first, long step, long next, long givenBack) {
    }

    @Override
    public String subject() {
        return "Numbers";
    }

    @Override
    public void examine(Findings findings) {
        findings.lookedAt(jdbc.sql("select count(*) from ledger_entry").query(Long.class).single());
        jdbc.sql("select number from ledger_entry group by project_id, number having count(*) > 1").query(String.class).list()
                .forEach(number -> findings.add("The number " + number + " stands in the ledger twice."));
        jdbc.sql("select d.number from document d left join ledger_entry e on e.document_id = d.id where e.id is null").query(String.class)
                .list()
                .forEach(number -> findings.add("The document " + number + " has no entry in the ledger."));
        jdbc.sql("""
                select e.number from ledger_entry e left join document d on d.id = e.document_id
                where e.state = 'ASSIGNED' and e.document_id is null or e.state in ('RESERVED', 'GIVEN_BACK') and e.document_id is not null
                or e.document_id is not null and d.number <> e.number""").query(String.class).list()
                .forEach(number -> findings.add("The number " + number + " and its document do not agree."));
        jdbc.sql("""
                select p.id from passage p where p.state = 'WAITING' and p.station = 'NUMBER'
                and not exists (select 1 from number_question q where q.passage_id = p.id and q.state =
                    'ASKING')""").query(Long.class).list()
                .forEach(id -> findings.add("Passage " + id + " waits for a part of its number that nobody is asked for."));
        jdbc.sql("select number from ledger_entry where state = 'RESERVED' and reservation_id is null").query(String.class).list()
                .forEach(number -> findings.add("The number " + number + " is reserved, but nobody knows for whom."));
        jdbc.sql("""
                select c.project_id, c.scheme_key, c.combination, c.first_value, c.step, c.next_value, c.given_back from counter c
                where exists (select 1 from scheme_edition s where s.project_id = c.project_id and s.scheme_key = c.scheme_key)""")
                .query((row, n) -> new Line(row.getLong("project_id"), row.getString("scheme_key"), row.getString("combination"),
                        row.getLong("first_value"), row.getLong("step"),
                        row.getLong("next_value"), row.getLong("given_back"))).list()
                .forEach(line -> examine(line, findings));
    }

    /** Every value from the first to the next has its entry, or stands in a gap that says why not. */
    private void examine(Line line, Findings findings) {
        String counter = "Counter " + line.scheme() + " " + line.combination();
        long wanted = (line.next() - line.first()) / line.step();
        long entries = count("select count(distinct counter_value) from ledger_entry where project_id = ? and scheme_key = ? and "
                + "combination = ? "
                + "and counter_value >= ? and counter_value < ?", line, line.first(), line.next());
        long inGaps = jdbc.sql("""
                select coalesce(sum((to_value - from_value) / ? + 1), 0) from ledger_gap where project_id = ? and scheme_key = ? and
                    combination = ?""")
                .params(line.step(), line.project(), line.scheme(), line.combination()).query(Long.class).single();
        long explained = inGaps - overlapping(line);
        if (entries + explained != wanted) {
            findings.add(counter + " has given " + wanted + " numbers up to " + line.next() + ", but the ledger accounts for "
                    + (entries + explained) + ".");
        }
        long beyond = count("select count(*) from ledger_entry where project_id = ? and scheme_key = ? and combination = ? and "
                + "counter_value >= ? "
                + "and counter_value < ? and state <> 'TAKEN_OVER'", line, line.next(), Long.MAX_VALUE);
        if (beyond > 0) {
            findings.add(counter + " gives " + line.next() + " next, but " + beyond + " numbers from there on have been given.");
        }
        long free = count("select count(*) from ledger_entry where project_id = ? and scheme_key = ? and combination = ? and "
                + "counter_value >= ? "
                + "and counter_value < ? and state = 'GIVEN_BACK'", line, 0, Long.MAX_VALUE);
        if (free != line.givenBack()) {
            findings.add(counter + " says that " + line.givenBack() + " numbers were given back; the ledger has " + free + ".");
        }
    }

    /** Values that have an entry though a gap was made over them: numbers taken over from elsewhere. */
    private long overlapping(Line line) {
        return jdbc.sql("""
                select count(*) from ledger_entry e join ledger_gap g on g.project_id = e.project_id and g.scheme_key = e.scheme_key
                and g.combination = e.combination and e.counter_value between g.from_value and g.to_value
                where e.project_id = ? and e.scheme_key = ? and e.combination = ? and mod(e.counter_value - ?, ?) = 0""")
                .params(line.project(), line.scheme(), line.combination(), line.first(), line.step()).query(Long.class).single();
    }

    private long count(String sql, Line line, long from, long upTo) {
        return jdbc.sql(sql).params(line.project(), line.scheme(), line.combination(), from, upTo).query(Long.class).single();
    }
}
