package app.pervius.server.numbers;

import app.pervius.server.check.Examination;
import app.pervius.server.check.Findings;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** No number twice, and every number between the first and the next of a counter has its entry. */
@Component
class LedgerExamination implements Examination {

    private final JdbcClient jdbc;

    LedgerExamination(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    private record Line(String scheme, String combination, long next, long entries, long lowest, long highest) {
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
        jdbc.sql("select d.number from document d left join ledger_entry e on e.document_id = d.id where e.id is null").query(String.class).list()
                .forEach(number -> findings.add("The document " + number + " has no entry in the ledger."));
        jdbc.sql("""
                select c.scheme_key, c.combination, c.next_value, count(e.id), coalesce(min(e.counter_value), 0), coalesce(max(e.counter_value), 0)
                from counter c left join ledger_entry e on e.project_id = c.project_id and e.scheme_key = c.scheme_key and e.combination = c.combination
                where exists (select 1 from scheme_edition s where s.project_id = c.project_id and s.scheme_key = c.scheme_key)
                group by c.id, c.scheme_key, c.combination, c.next_value""")
                .query((row, n) -> new Line(row.getString(1), row.getString(2), row.getLong(3), row.getLong(4), row.getLong(5), row.getLong(6))).list()
                .forEach(line -> examine(line, findings));
    }

    private static void examine(Line line, Findings findings) {
        String counter = line.scheme() + " " + line.combination();
        if (line.entries() > 0 && line.highest() + 1 != line.next()) {
            findings.add("Counter " + counter + " gives " + line.next() + " next, but its highest entry is " + line.highest() + ".");
        }
        if (line.entries() > 0 && line.highest() - line.lowest() + 1 != line.entries()) {
            findings.add("Counter " + counter + " has " + line.entries() + " entries from " + line.lowest() + " to " + line.highest() + ": there is a gap.");
        }
    }
}
