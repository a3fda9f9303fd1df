package app.pervius.bench;

import app.pervius.server.due.Due;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mail.javamail.JavaMailSender;

/** What has gathered for 500 people made into their messages and handed over, beside a bare loop that hands over as many mails as long. */
final class MessageRate implements Bench.Part {

    private static final int PEOPLE = 500;
    private static final int PASSAGES = 20;
    /** As many as go over one connection. */
    private static final int TOGETHER = 50;
    private static final int MOST_SECONDS = 300;

    private final int rounds;

    MessageRate(double scale) {
        rounds = Math.max(2, (int) (8 * scale));
    }

    @Override
    public List<Measure> measure() throws Exception {
        // Without a mail server, so that invitations come as links.
        Site.Here empty = Site.here(Map.of());
        people(empty.bean(JdbcTemplate.class), empty.site().project());
        try (MailSink sink = new MailSink(); Site.Here here = empty.again(Map.of("spring.mail.host", "127.0.0.1", "spring.mail.port",
                sink.port()))) {
            Person author = here.site().controller();
            long submission = here.site().send(author, here.site().drawings(), "told", PASSAGES);
            Site.close(author, submission);
            JdbcTemplate jdbc = here.bean(JdbcTemplate.class);
            Crowd.until(() -> Objects.requireNonNull(jdbc.queryForObject("select count(*) from passage where state = 'WAITING'",
                    Long.class)) == PASSAGES, MOST_SECONDS);
            List<Double> ours = new ArrayList<>();
            List<Double> floor = new ArrayList<>();
            for (int round = 0; round < rounds; round++) {
                notices(jdbc, here.site().project(), submission, round);
                ours.add(PEOPLE / seconds(sink, () -> here.bean(Due.class).by("digests", Instant.now())));
                String text = Objects.requireNonNull(jdbc.queryForObject("select text from message order by id desc fetch first 1 rows "
                        + "only", String.class));
                floor.add(PEOPLE / seconds(sink, () -> bare(here.bean(JavaMailSender.class), text)));
            }
            return List.of(Measure.atLeast("m", "people told of " + PASSAGES
                    + " things each that had gathered, handed over, per second (best "
                    + "of " + rounds + ")", best(ours), "a bare loop of the same mail library", best(floor), 0.5));
        }
    }

    private static double best(List<Double> rates) {
        return rates.stream().mapToDouble(r -> r).max().orElseThrow();
    }

    /** The seconds until the mail server has taken one mail for each person. */
    private static double seconds(MailSink sink, Crowd.Round work) throws Exception {
        int before = sink.taken();
        long begin = System.nanoTime();
        work.run();
        Crowd.until(() -> sink.taken() >= before + PEOPLE, MOST_SECONDS);
        return Crowd.since(begin);
    }

    private static void bare(JavaMailSender sender, String text) throws Exception {
        for (int from = 0; from < PEOPLE; from += TOGETHER) {
            List<MimeMessage> some = new ArrayList<>();
            for (int i = from; i < from + TOGETHER; i++) {
                MimeMessage mail = sender.createMimeMessage();
                mail.setFrom(new InternetAddress("pervius@kwb.example"));
                mail.setRecipient(jakarta.mail.Message.RecipientType.TO, new InternetAddress("reader" + i + "@dec.example"));
                mail.setSubject("[KWR] " + PASSAGES + " files");
                // Ours has the same as HTML beside it.
                mail.setText(text + text, "UTF-8");
                some.add(mail);
            }
            sender.send(some.toArray(MimeMessage[]::new));
        }
    }

    private static void people(JdbcTemplate jdbc, long project) {
        Long firm = jdbc.queryForObject("select id from firm where project_id = ? and code = 'DEC'", Long.class, project);
        for (int i = 0; i < PEOPLE; i++) {
            jdbc.update("insert into person (id, project_id, firm_id, name, address, address_key, job, gone, active, created_at, version) "
                    + "values (?, ?, ?, ?, ?, ?, '', false, true, current_timestamp, 0)", 500_000_000L + i, project, firm, "Reader " + i,
                    "reader" + i + "@dec.example", "reader" + i + "@dec.example");
        }
    }

    private static void notices(JdbcTemplate jdbc, long project, long submission, int round) {
        List<Map<String, @Nullable Object>> passages = jdbc.queryForList("select id, original_name from passage where submission_id = ?",
                submission);
        long id = 600_000_000L + round * 1_000_000L;
        List<Object[]> rows = new ArrayList<>();
        for (int person = 0; person < PEOPLE; person++) {
            for (Map<String, @Nullable Object> passage : passages) {
                rows.add(new Object[] {id++, project, 500_000_000L + person, "bench " + round, submission,
                        Objects.requireNonNull(passage.get("ID")),
                    String.valueOf(passage.get("ORIGINAL_NAME"))});
            }
        }
        jdbc.batchUpdate("insert into notice (id, project_id, person_id, occasion, gather_key, submission_id, passage_id, what, detail, "
                + "rule, noted_at, due_at) values (?, ?, ?, 'ISSUED', ?, ?, ?, ?, 'Measured', '', current_timestamp, current_timestamp)",
                rows);
    }
}
