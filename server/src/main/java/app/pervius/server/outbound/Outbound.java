package app.pervius.server.outbound;

import app.pervius.server.store.Ids;
import app.pervius.server.store.Instance;
import app.pervius.server.store.Sql;
import java.time.Duration;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ThreadLocalRandom;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What waits to go out. A row is there until the other side has it or its channel has given up; its channel's feature keeps the rest. */
@Service
@Transactional
public class Outbound {

    private static final Logger LOG = LoggerFactory.getLogger(Outbound.class);
    /** How long somebody who has leased parcels may take; afterwards they are taken to be nobody's. */
    private static final Duration LEASE = Duration.ofMinutes(10);
    private static final int LONGEST_WORDS = 2000;

    /** Something was put on a channel. */
    record Filled(String channel) {
    }

    /** Something that could not be handed over yet; it is tried again by itself. */
    public record Held(long subject, int tries, @Nullable String lastWords, Instant nextTry) {
    }

    private final JdbcClient jdbc;
    private final Ids ids;
    private final Instance instance;
    private final InstantSource clock;
    private final ApplicationEventPublisher events;

    Outbound(JdbcClient jdbc, Ids ids, Instance instance, InstantSource clock, ApplicationEventPublisher events) {
        this.jdbc = jdbc;
        this.ids = ids;
        this.instance = instance;
        this.clock = clock;
        this.events = events;
    }

    /**
     * Puts something on its way in the transaction of what it follows from.
     *
     * @param key one that nothing else on the channel has
     * @param project whose it is; nobody's where it is about an account
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void put(String channel, String key, long subject, @Nullable Long project) {
        Instant now = clock.instant();
        jdbc.sql("""
                insert into outbound (id, channel, item_key, subject_id, project_id, tries, next_try, put_at)
                values (?, ?, ?, ?, ?, 0, ?, ?)""")
                .params(Sql.values(ids.next(), channel, key, subject, project, at(now), at(now))).update();
        events.publishEvent(new Filled(channel));
    }

    /** Takes something back that has not gone out; nothing happens if it has. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void takeBack(String channel, String key) {
        jdbc.sql("delete from outbound where channel = ? and item_key = ?").params(channel, key).update();
    }

    /** What of a project was tried in vain, the longest tried last. */
    @Transactional(readOnly = true)
    public List<Held> held(String channel, long project, int most) {
        return jdbc.sql("""
                select subject_id, tries, last_words, next_try from outbound where project_id = ? and channel = ? and tries > 0
                order by project_id, channel, tries, id fetch first ? rows only""").params(project, channel, most)
                .query(Outbound::held).list();
    }

    /** What waits of these, by subject: how often it was tried, and when it is next. */
    @Transactional(readOnly = true)
    public Map<Long, Held> waiting(String channel, Collection<Long> subjects) {
        return subjects.isEmpty() ? Map.of() : jdbc.sql("select subject_id, tries, last_words, next_try from outbound where channel = "
                + ":channel and subject_id in (:subjects)").param("channel", channel).param("subjects", subjects)
                .query(Outbound::held).list().stream().collect(Collectors.toMap(Held::subject, h -> h, (a, b) -> b));
    }

    private static Held held(ResultSet row, int n) throws SQLException {
        return new Held(row.getLong("subject_id"), row.getInt("tries"), row.getString("last_words"),
                row.getObject("next_try", OffsetDateTime.class).toInstant());
    }

    /** Has all that of a project tried again at once. */
    public void tryAgain(String channel, long project) {
        jdbc.sql("update outbound set next_try = ? where project_id = ? and channel = ? and tries > 0")
                .params(at(clock.instant()), project, channel).update();
        events.publishEvent(new Filled(channel));
    }

    /**
     * How a channel stands.
     *
     * @param waiting how many are to be handed over
     * @param failing how many of them were tried in vain
     * @param lastWords why the one in vain that was tried most often was not taken
     */
    public record Standing(int waiting, int failing, @Nullable String lastWords) {
    }

    @Transactional(readOnly = true)
    public Standing standing(String channel) {
        @Nullable String words = jdbc.sql("select last_words from outbound where channel = ? and tries > 0 order by tries desc, id "
                + "fetch first 1 rows only").param(channel).query((row, n) -> String.valueOf(row.getString("last_words"))).optional()
                .orElse(null);
        return jdbc.sql("select count(*) as waiting, count(case when tries > 0 then 1 end) as failing from outbound where channel = ?")
                .param(channel).query((row, n) -> new Standing(row.getInt("waiting"), row.getInt("failing"), words)).single();
    }

    /** The subjects of all that waits on a channel. */
    @Transactional(readOnly = true)
    public Set<Long> waiting(String channel) {
        return Set.copyOf(jdbc.sql("select subject_id from outbound where channel = ?").param(channel).query(Long.class).list());
    }

    /** What was held may go out. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void goOn(String channel) {
        events.publishEvent(new Filled(channel));
    }

    /** What of these still waits on a channel. */
    List<Parcel> keyed(Channel channel, Set<String> keys) {
        return jdbc.sql("select id, item_key, subject_id, tries from outbound where channel = :channel and item_key in (:keys)")
                .param("channel", channel.key()).param("keys", keys).query(Outbound::parcel).list();
    }

    private static Parcel parcel(ResultSet row, int n) throws SQLException {
        return new Parcel(row.getLong("id"), row.getString("item_key"), row.getLong("subject_id"), row.getInt("tries"));
    }

    /** Gives up what a former life of this process had in hand. */
    void letGo() {
        jdbc.sql("update outbound set leased_by = null, leased_until = null where leased_by = ?").param(instance.name()).update();
    }

    /**
     * Takes what is due in hand, up to so many. Due is also what is to be tried later than the longest wait allows, which only a clock that
     * was set back can have left.
     */
    List<Parcel> lease(Channel channel) {
        Instant now = clock.instant();
        Set<Long> held = channel.heldProjects();
        List<Parcel> due = jdbc.sql("""
                select id, item_key, subject_id, tries from outbound where channel = :channel and (next_try <= :now or next_try > :longest)
                    and (leased_until is null or leased_until < :now) and (project_id is null or project_id not in (:held))
                order by channel, next_try, id fetch first :most rows only for update skip locked""")
                .param("channel", channel.key()).param("now", at(now)).param("longest", at(now.plus(channel.patience().longest())))
                .param("held", held.isEmpty() ? Set.of(0L) : held).param("most", channel.together())
                .query(Outbound::parcel).list();
        if (!due.isEmpty()) {
            jdbc.sql("update outbound set leased_by = :by, leased_until = :until where id in (:ids)").param("by", instance.name())
                    .param("until", at(now.plus(LEASE))).param("ids", due.stream().map(Parcel::id).toList()).update();
        }
        return due;
    }

    /** Ends a parcel as its outcome says; gives when it is tried again, if it is. */
    Optional<Instant> settle(Channel channel, Parcel parcel, Outcome outcome) {
        switch (outcome) {
            case Outcome.Over over -> {
                if (end(parcel)) {
                    over.keep().run();
                }
                return Optional.empty();
            }
            case Outcome.Refused(String words) -> {
                if (end(parcel)) {
                    channel.givenUp(parcel, parcel.tries() + 1, shortened(words));
                }
                return Optional.empty();
            }
            case Outcome.Failed(String words) -> {
                int tries = parcel.tries() + 1;
                if (channel.patience().over(tries)) {
                    if (end(parcel)) {
                        channel.givenUp(parcel, tries, shortened(words));
                    }
                    return Optional.empty();
                }
                Instant next = clock.instant().plus(channel.patience().after(tries, ThreadLocalRandom.current().nextDouble()));
                jdbc.sql("update outbound set tries = ?, next_try = ?, last_words = ?, leased_by = null, leased_until = null where id = ?")
                        .params(tries, at(next), shortened(words), parcel.id()).update();
                LOG.info("{} {} could not be handed over; trying again at {}: {}", channel.key(), parcel.key(), next, words);
                return Optional.of(next);
            }
        }
    }

    private static String shortened(String words) {
        return words.substring(0, Math.min(words.length(), LONGEST_WORDS));
    }

    /** Whether it was still there: what was taken back meanwhile has no consequences. */
    private boolean end(Parcel parcel) {
        return jdbc.sql("delete from outbound where id = ?").param(parcel.id()).update() == 1;
    }

    private static OffsetDateTime at(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC);
    }
}
