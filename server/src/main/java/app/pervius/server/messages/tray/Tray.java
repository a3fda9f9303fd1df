package app.pervius.server.messages.tray;

import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.http.Page;
import app.pervius.server.messages.PassagesNow;
import app.pervius.server.messages.StillAsked;
import app.pervius.server.refused.Refused;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What somebody was told in all his projects and has not let pass: newest first, and what lies on his shelves. */
@Service
@Transactional
class Tray {

    /** How long something stays in the tray unless it is put on a shelf. */
    private static final Duration STAYS = Duration.ofDays(14);
    /** The most that is done at once. */
    static final int MOST = 1000;
    /** How many pages are looked through for one that is worth showing. */
    private static final int MOST_LOOKS = 20;

    /**
     * Something that was told.
     *
     * @param label what happened, in words; empty where {@code what} says it
     * @param from the path of the folder, where it can still be told
     * @param link where it is gone to, within Pervius
     * @param submission absent for what is told of no file
     * @param shelf it lies on; absent for what lies on none
     */
    record Item(long id, long project, Occasion occasion, String label, String what, String detail, String from, String link,
            @Nullable Long submission, @Nullable Long passage, Instant at, @Nullable Long shelf) {
    }

    private record Told(long id, long project, Occasion occasion, String what, String detail, @Nullable Long submission,
            @Nullable Long passage, @Nullable Long file, @Nullable String place, Instant at, @Nullable Long shelf) {
    }

    private final JdbcClient jdbc;
    private final PassagesNow passages;
    private final StillAsked stillAsked;
    private final InstantSource clock;

    Tray(JdbcClient jdbc, PassagesNow passages, StillAsked stillAsked, InstantSource clock) {
        this.jdbc = jdbc;
        this.passages = passages;
        this.stillAsked = stillAsked;
        this.clock = clock;
    }

    private static List<Long> persons(Actor actor) {
        return actor.memberships().values().stream().map(Actor.Membership::person).toList();
    }

    /**
     * What is in the tray, or on a shelf, from before an item on; of what may no longer be seen nothing is said.
     *
     * @param shelf absent for what lies on none
     */
    @Transactional(readOnly = true)
    Page<Item> items(@Nullable Long shelf, long before, Actor actor) {
        if (persons(actor).isEmpty()) {
            return new Page<>(List.of(), null);
        }
        List<Item> found = new ArrayList<>();
        Page<Told> page = told(shelf, before, actor);
        found.addAll(shown(page.items(), shelf == null, actor));
        for (int looks = 1; page.next() != null && found.size() < Page.SIZE / 2 && looks < MOST_LOOKS; looks++) {
            page = told(shelf, Long.parseLong(page.next()), actor);
            found.addAll(shown(page.items(), shelf == null, actor));
        }
        return new Page<>(found, page.next());
    }

    /** The newest of each person the actor is, put together. What has been there for too long ends the tray: older things lie behind it. */
    private Page<Told> told(@Nullable Long shelf, long before, Actor actor) {
        List<Told> newest = persons(actor).stream().flatMap(person -> told(shelf, before, person).stream())
                .sorted(Comparator.comparing(Told::id).reversed()).limit(Page.SIZE + 1).toList();
        Instant since = clock.instant().minus(STAYS);
        return Page.of(shelf == null ? newest.stream().takeWhile(told -> told.at().isAfter(since)).toList() : newest, Told::id, t -> t);
    }

    private List<Told> told(@Nullable Long shelf, long before, long person) {
        return jdbc.sql("""
                select n.id, n.project_id, n.occasion, n.what, n.detail, n.submission_id, n.passage_id, n.file_id, n.place, n.noted_at,
                    m.shelf_id
                from notice n left join tray_mark m on m.notice_id = n.id
                where n.person_id = :person and n.id < :before and\s"""
                + (shelf == null ? "m.notice_id is null" : "m.shelf_id = :shelf")
                // Ordered as the index is, for one person at a time: H2 would put in order all that was ever told.
                + " order by n.person_id desc, n.id desc fetch first :most rows only")
                .param("person", person).param("before", before).param("shelf", shelf).param("most", Page.SIZE + 1)
                .query((row, n) -> new Told(row.getLong("id"), row.getLong("project_id"), Occasion.valueOf(row.getString("occasion")),
                        row.getString("what"), row.getString("detail"), row.getObject("submission_id", Long.class),
                        row.getObject("passage_id", Long.class), row.getObject("file_id", Long.class), row.getString("place"),
                        row.getObject("noted_at", OffsetDateTime.class).toInstant(), row.getObject("shelf_id", Long.class))).list();
    }

    /** What may be seen of this; in the tray itself, that a decision is asked for is said only as long as it is. */
    private List<Item> shown(List<Told> told, boolean onlyStillAsked, Actor actor) {
        Map<Long, PassagesNow.Now> now = passages.now(told.stream().map(Told::passage).filter(Objects::nonNull).distinct().toList());
        Map<Long, PassagesNow.Now> files = passages.files(told.stream().map(Told::file).filter(Objects::nonNull).distinct().toList());
        Set<Long> asked = onlyStillAsked ? stillAsked.of(told.stream().filter(t -> t.occasion().asksToDecide()).map(Told::passage)
                .filter(Objects::nonNull).distinct().toList(), persons(actor)) : Set.of();
        return told.stream().filter(t -> !onlyStillAsked || !t.occasion().asksToDecide() || t.passage() == null
                || asked.contains(t.passage())).flatMap(t -> t.place() != null ? Stream.of(item(t, "", "", t.place()))
                : Optional.ofNullable(t.passage() == null ? files.get(t.file()) : now.get(t.passage())).filter(at -> t.occasion()
                        == Occasion.ISSUED || t.occasion().asksToDecide() || actor.maySee(t.project(), at.firm()))
                        .map(at -> item(t, t.occasion().label(), at.path(), link(t, at))).stream()).toList();
    }

    private static String link(Told told, PassagesNow.Now at) {
        return told.passage() == null ? "/folders/" + at.folder()
                : (told.occasion().isDoneReading() ? "/read/" : "/passages/") + told.passage();
    }

    private static Item item(Told told, String label, String from, String link) {
        return new Item(told.id(), told.project(), told.occasion(), label, told.what(), told.detail(), from, link, told.submission(),
                told.passage(), told.at(), told.shelf());
    }

    /** Lets items pass: they are in the tray no longer, and on no shelf. */
    void letPass(Collection<Long> items, Actor actor) {
        mark(items, null, actor);
    }

    /** Puts items on a shelf of the actor's own. */
    void put(Collection<Long> items, Shelf shelf, Actor actor) {
        mark(items, shelf.id(), actor);
    }

    /** Has items be in the tray again, as if nothing had been done with them. */
    void takeBack(Collection<Long> items, Actor actor) {
        mustBeOwn(items, actor);
        jdbc.sql("delete from tray_mark where notice_id in (:items)").param("items", items).update();
    }

    private void mark(Collection<Long> items, @Nullable Long shelf, Actor actor) {
        mustBeOwn(items, actor);
        OffsetDateTime now = clock.instant().atOffset(ZoneOffset.UTC);
        jdbc.sql("delete from tray_mark where notice_id in (:items)").param("items", items).update();
        jdbc.sql("insert into tray_mark (notice_id, shelf_id, passed_at, marked_at) select id, :shelf, :passed, :now from notice "
                + "where id in (:items)").param("shelf", shelf, java.sql.Types.BIGINT)
                .param("passed", shelf == null ? now : null, java.sql.Types.TIMESTAMP_WITH_TIMEZONE).param("now", now)
                .param("items", items).update();
    }

    private void mustBeOwn(Collection<Long> items, Actor actor) {
        long own = persons(actor).isEmpty() ? 0 : jdbc.sql("select count(*) from notice where id in (:items) and person_id in (:persons)")
                .param("items", items).param("persons", persons(actor)).query(Long.class).single();
        if (own < items.stream().distinct().count()) {
            throw Refused.notFound("item");
        }
    }

    /** The shelves on which passages lie, by passage: their marks stand wherever they are listed. */
    @Transactional(readOnly = true)
    Map<Long, Long> marks(Actor actor) {
        return jdbc.sql("""
                select n.passage_id, max(m.shelf_id) as shelf from tray_mark m join shelf s on s.id = m.shelf_id
                join notice n on n.id = m.notice_id where s.account_id = :account and n.passage_id is not null
                group by n.passage_id fetch first :most rows only""").param("account", actor.account()).param("most", MOST)
                .query((row, n) -> Map.entry(row.getLong("passage_id"), row.getLong("shelf"))).list().stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }
}
