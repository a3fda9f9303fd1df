package app.pervius.server.reviews;

import app.pervius.server.store.Ids;
import app.pervius.server.store.Json;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;

/** Who is told of a review's files beside those the rule names, by the family of reviews. */
@Component
public class WatcherBook {

    private final JdbcClient jdbc;
    private final Ids ids;

    WatcherBook(JdbcClient jdbc, Ids ids) {
        this.jdbc = jdbc;
        this.ids = ids;
    }

    /** The people and the addresses outside who are told. */
    public record Watched(List<Long> persons, List<String> addresses) {
        public static final Watched NOBODY = new Watched(List.of(), List.of());
    }

    /** What was said with files that were sent by hand. */
    record Sending(long sender, String message, Watched watchers) {
    }

    void keep(long submission, Sending sending) {
        jdbc.sql("insert into sending (submission_id, sender_id, message, persons, addresses) values (?, ?, ?, ?, ?)")
                .params(submission, sending.sender(), sending.message(), Json.write(sending.watchers().persons()),
                        Json.write(sending.watchers().addresses())).update();
    }

    Optional<Sending> sentWith(long submission) {
        return jdbc.sql("select sender_id, message, persons, addresses from sending where submission_id = ?").param(submission)
                .query((row, n) -> new Sending(row.getLong("sender_id"), row.getString("message"),
                        new Watched(Json.read(row.getString("persons"), new TypeReference<List<Long>>() { }),
                        Json.read(row.getString("addresses"), new TypeReference<List<String>>() { })))).optional();
    }

    Watched of(long family) {
        return watched("family_id = ?", family);
    }

    /** Those of the review a passage is or was in last. */
    Watched ofPassage(long passage) {
        return watched("family_id = (select r.family_id from review r where r.id = "
                + "(select max(p.review_id) from review_passage p where p.passage_id = ?))", passage);
    }

    /** Each has a person or an address. */
    private Watched watched(String which, long id) {
        List<Object> all = jdbc.sql("select person_id, address from review_watcher where " + which + " order by id").param(id)
                .query((row, n) -> {
                    Object person = row.getObject("person_id", Long.class);
                    return person == null ? row.getString("address") : person;
                }).list();
        return new Watched(some(all, Long.class), some(all, String.class));
    }

    private static <T> List<T> some(List<Object> all, Class<T> which) {
        return all.stream().filter(which::isInstance).map(which::cast).distinct().toList();
    }

    public void add(long family, Watched more) {
        Watched known = of(family);
        more.persons().stream().distinct().filter(p -> !known.persons().contains(p))
                .forEach(p -> jdbc.sql("insert into review_watcher (id, family_id, person_id) values (?, ?, ?)")
                        .params(ids.next(), family, p).update());
        more.addresses().stream().distinct().filter(a -> !known.addresses().contains(a))
                .forEach(a -> jdbc.sql("insert into review_watcher (id, family_id, address) values (?, ?, ?)").params(ids.next(), family, a)
                        .update());
    }
}
