package app.pervius.server.reviews;

import app.pervius.server.integrity.Examination;
import app.pervius.server.integrity.Findings;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Every review under way has files and somebody who has it; no file is under way twice, and none is decided without its passage knowing.
 */
@Component
class ReviewExamination implements Examination {

    private final JdbcClient jdbc;

    ReviewExamination(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public String subject() {
        return "Reviews";
    }

    @Override
    public void examine(Findings findings) {
        findings.lookedAt(jdbc.sql("select count(*) from review").query(Long.class).single());
        find(findings, """
                select id from review r where r.state in ('OPEN', 'RELEASING')
                and not exists (select 1 from review_seat s where s.review_id = r.id and s.turn = r.turn and s.open = true)""",
                "is under way, and nobody has it");
        find(findings, """
                select id from review r where r.state in ('FORMING', 'OPEN', 'RELEASING')
                and not exists (select 1 from review_passage x where x.review_id = r.id and x.over_at is null)""",
                "is under way without a file");
        find(findings, """
                select distinct s.review_id from review_seat s join review r on r.id = s.review_id
                where s.open = true and (s.turn <> r.turn or r.state not in ('OPEN', 'RELEASING'))""",
                "is waited for by somebody, but is not there any more");
        find(findings, """
                select x.review_id from review_passage x join review r on r.id = x.review_id
                where x.over_at is null and r.state not in ('FORMING', 'OPEN', 'RELEASING')""",
                "is over, but a file in it is not");
        find(findings, """
                select x.review_id from review_passage x where x.over_at is null
                and exists (select 1 from review_passage y where y.passage_id = x.passage_id and y.review_id <> x.review_id
                    and y.over_at is null)""",
                "has a file that is under way in another review too");
        find(findings, "select x.review_id from review_passage x where x.passed_on = true and x.ending_code is null",
                "has passed a file on without a decision");
        find(findings, """
                select x.review_id from review_passage x join review r on r.id = x.review_id where x.ending_code is not null
                and x.over_at is not null and x.passed_on = false
                and not exists (select 1 from review f where f.family_id = r.family_id and f.state in ('FORMING', 'OPEN', 'RELEASING'))""",
                "holds a decided file back, but nothing is waited for");
    }

    private void find(Findings findings, String sql, String sentence) {
        jdbc.sql(sql + " fetch first 100 rows only").query(Long.class).list()
                .forEach(id -> findings.add("Review " + id + " " + sentence + "."));
    }
}
