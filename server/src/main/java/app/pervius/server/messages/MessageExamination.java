package app.pervius.server.messages;

import app.pervius.server.integrity.Examination;
import app.pervius.server.integrity.Findings;
import app.pervius.server.outbound.Outbound;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Every message is sent or still waiting, and nothing that was to be told has been left out. */
@Component
class MessageExamination implements Examination {

    private final JdbcClient jdbc;
    private final Outbound outbound;

    MessageExamination(JdbcClient jdbc, Outbound outbound) {
        this.jdbc = jdbc;
        this.outbound = outbound;
    }

    @Override
    public String subject() {
        return "Messages";
    }

    @Override
    public void examine(Findings findings) {
        findings.lookedAt(jdbc.sql("select count(*) from message").query(Long.class).single());
        Set<Long> waiting = outbound.waiting(Postman.KEY);
        Set<Long> underWay = Set.copyOf(jdbc.sql("select id from message where under_way = true").query(Long.class).list());
        underWay.stream().filter(id -> !waiting.contains(id)).sorted()
                .forEach(id -> findings.add("Message " + id + " is neither sent nor waiting."));
        waiting.stream().filter(id -> !underWay.contains(id)).sorted()
                .forEach(id -> findings.add("Mail waits to go out whose message " + id + " is not to go out."));
        jdbc.sql("select id from message where under_way = false and sent_at is null and given_up_at is null").query(Long.class).list()
                .forEach(id -> findings.add("Message " + id + " was neither sent nor given up, and does not wait."));
        // A message about submissions is named after one; others, such as about a package, were never gathered from notices.
        jdbc.sql("select id from message m where substring(m.message_key, 1, 1) between '0' and '9' and not exists (select 1 from "
                + "notice n where n.message_id = m.id)").query(Long.class).list()
                .forEach(id -> findings.add("Message " + id + " tells nothing that was to be told."));
        jdbc.sql("select id from notice where message_id is null and due_at is null and submission_id not in (select id from submission "
                + "where unsettled = "
                + "true)").query(Long.class).list()
                .forEach(id -> findings.add("Notice " + id + " has become no message, and nothing will make one of it."));
    }
}
