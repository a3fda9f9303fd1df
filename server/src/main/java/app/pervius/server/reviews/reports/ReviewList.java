package app.pervius.server.reviews.reports;

import app.pervius.server.reviews.ReviewState;
import app.pervius.core.calendar.WorkingCalendar;
import app.pervius.core.review.Route;
import app.pervius.server.access.Actor;
import app.pervius.server.http.Page;
import app.pervius.server.refused.Refused;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.routes.Routes;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** All reviews of a project at a glance, read as plain rows: a page at a time, in an order that an index serves. */
@Component
class ReviewList {

    /** Which reviews are listed. */
    enum WhichReviews { OPEN, LATE, CLOSED, ALL }

    /** In which order. */
    enum Order {
        /** Late ones first, then by due date; only of reviews that are open. */
        DUE,
        /** The newest first. */
        NEWEST
    }

    /** What a list is narrowed down to; an absent one does not narrow. */
    record Narrow(WhichReviews which, @Nullable String route, @Nullable Long person, @Nullable Long firm, @Nullable Integer cycleFrom) {
    }

    /** Whose work is reviewed: the firms ({@link Actor#EVERY_FIRM} for all), but not {@code notOfFirm}. */
    record Whose(Set<Long> firms, long notOfFirm) {
        static final long NOBODY = -1;
        /** What it asks of a review {@code r}, with the parameters {@code firms} and {@code notFirm}. */
        static final String CONDITION = " (0 in (:firms) or r.author_firm_id in (:firms)) and r.author_firm_id <> :notFirm ";
    }

    /** A file count for each code a review's files ended with. */
    record Ended(int code, int files) {
    }

    /** Who has it, and how many of its files have that person's answer. */
    record With(String person, int answered, boolean inHand) {
    }

    /** What a review's files came with. */
    record RowSubmission(long id, String reference, String author, String authorFirm) {
    }

    /** Its first file: number and title. */
    record RowFirst(long passage, String what) {
    }

    /** How many files it has, how many are under way, and how many of those have an answer in this step. */
    record RowFiles(int all, int live, int answered) {
    }

    /** The step it is at, counted from 0, of so many; the name is empty once it is over. */
    record RowStep(int at, int of, String name) {
    }

    /** {@code workingDaysLeft} until it is due; 0 today, negative when late. */
    record RowTimes(Instant begun, @Nullable Instant due, @Nullable Integer workingDaysLeft, @Nullable Instant closed) {
    }

    /** A line of the list. */
    record ReviewRow(long id, long family, RowSubmission submission, RowFirst first, RowFiles files, String route, int cycle, RowStep step,
            ReviewState state, List<With> with, List<Ended> ended, RowTimes times) {
    }

    private record Author(long person, long firm) {
    }

    private record RouteEdition(String key, int edition) {
    }

    private record Row(long id, long family, long submission, RouteEdition route, Author author, ReviewState state, int step, int turn,
            @Nullable Instant due, Instant made, @Nullable Instant closed) {
    }

    private record InCommon(Map<RouteEdition, Route> routes, Map<Long, People.PersonView> persons, WorkingCalendar calendar, Instant now) {
    }

    private record Sitting(long review, long person, boolean inHand) {
    }

    private record Counted(int files, int live, long first, int cycle) {
    }

    private static final String COLUMNS =
            "r.id, r.family_id, r.submission_id, r.route_key, r.route_edition, r.author_id, r.author_firm_id, r.state, r.step, r.turn, "
            + "r.due, r.made_at, r.closed_at";

    private final JdbcClient jdbc;
    private final Routes routes;
    private final Passages passages;
    private final Submissions submissions;
    private final People people;
    private final Projects projects;
    private final InstantSource clock;

    ReviewList(JdbcClient jdbc, Routes routes, Passages passages, Submissions submissions, People people, Projects projects,
            InstantSource clock) {
        this.jdbc = jdbc;
        this.routes = routes;
        this.passages = passages;
        this.submissions = submissions;
        this.people = people;
        this.projects = projects;
        this.clock = clock;
    }

    /**
     * A page.
     *
     * @param whose whose work is reviewed
     * @param size how many rows at most
     */
    Page<ReviewRow> page(long project, Narrow narrow, Order order, Whose whose, @Nullable String after, int size) {
        boolean byDue = order == Order.DUE && (narrow.which() == WhichReviews.OPEN || narrow.which() == WhichReviews.LATE);
        List<Row> found = new ArrayList<>();
        for (List<String> states : byDue ? List.of(List.of("OPEN"), List.of("RELEASING")) : List.of(states(narrow.which()))) {
            found.addAll(rows(project, narrow, states, byDue, whose, after, size + 1));
        }
        if (byDue) {
            found.sort(Comparator.comparing((Row r) -> r.due() == null ? Instant.MAX : r.due()).thenComparing(Row::id));
        }
        boolean more = found.size() > size;
        List<Row> rows = more ? found.subList(0, size) : found;
        return new Page<>(views(project, rows), more ? cursor(rows.getLast(), byDue, narrow.which()) : null);
    }

    private List<Row> rows(long project, Narrow narrow, List<String> states, boolean byDue, Whose whose, @Nullable String after, int most) {
        Map<String, Object> params = new HashMap<>(Map.of("project", project, "most", most));
        StringBuilder sql = new StringBuilder("select " + COLUMNS + " from review r where r.project_id = :project");
        boolean closed = narrow.which() == WhichReviews.CLOSED;
        if (states.size() == 1) {
            sql.append(" and r.state = '").append(states.getFirst()).append("'");
        } else if (!closed && !states.isEmpty()) {
            sql.append(" and r.state in (").append(states.stream().map(s -> "'" + s + "'").collect(Collectors.joining(","))).append(")");
        }
        and(sql, params, "route", narrow.route(), "r.route_key = :route");
        and(sql, params, "firm", narrow.firm(), "r.author_firm_id = :firm");
        sql.append(" and ").append(Whose.CONDITION);
        params.put("firms", whose.firms());
        params.put("notFirm", whose.notOfFirm());
        and(sql, params, "person", narrow.person(),
                "exists (select 1 from review_seat s where s.review_id = r.id and s.turn = r.turn and s.person_id = :person)");
        and(sql, params, "cycle", narrow.cycleFrom(),
                "exists (select 1 from review_passage x join passage p on p.id = x.passage_id where x.review_id = r.id and p.cycle >= "
                + ":cycle)");
        if (narrow.which() == WhichReviews.LATE) {
            and(sql, params, "now", at(clock.instant()), "r.due < :now");
        }
        if (after != null && !after.isBlank()) {
            long[] at = place(after);
            params.put("afterId", at[1]);
            if (byDue || closed) {
                params.put("afterAt", at(Instant.ofEpochMilli(at[0])));
            }
            sql.append(byDue ? " and (r.due > :afterAt or r.due = :afterAt and r.id > :afterId)"
                    : closed ? " and (r.closed_at < :afterAt or r.closed_at = :afterAt and r.id < :afterId)" : " and r.id < :afterId");
        }
        sql.append(byDue ? " order by r.project_id, r.state, r.due, r.id" : closed
                ? " and r.closed_at is not null order by r.project_id desc, r.closed_at desc, r.id desc"
                : " order by r.project_id desc, r.id desc").append(" fetch first :most rows only");
        return jdbc.sql(sql.toString()).params(params).query(ReviewList::row).list();
    }

    private List<ReviewRow> views(long project, List<Row> rows) {
        if (rows.isEmpty()) {
            return List.of();
        }
        Set<Long> ids = rows.stream().map(Row::id).collect(Collectors.toSet());
        Map<Long, Counted> counted = new HashMap<>();
        jdbc.sql("""
                select x.review_id, count(*) files, count(case when x.over_at is null then 1 end) live, min(x.passage_id) first_passage,
                    max(p.cycle) cycle
                from review_passage x join passage p on p.id = x.passage_id where x.review_id in (:ids) group by
                    x.review_id""").param("ids", ids)
                .query(r -> { counted.put(r.getLong("review_id"), new Counted(r.getInt("files"), r.getInt("live"),
                        r.getLong("first_passage"), r.getInt("cycle"))); });
        Map<Long, List<Ended>> ended = new HashMap<>();
        jdbc.sql("select review_id, ending_code, count(*) files from review_passage where review_id in (:ids) and ending_code is not null "
                + "group by review_id, ending_code order by review_id, ending_code")
                .param("ids", ids).query(r -> { ended.computeIfAbsent(r.getLong("review_id"), k -> new ArrayList<>())
                        .add(new Ended(r.getInt("ending_code"), r.getInt("files"))); });
        Map<String, Integer> answered = new HashMap<>();
        Map<Long, Integer> anyAnswer = new HashMap<>();
        jdbc.sql("""
                select a.review_id, a.seat_id, count(*) answers from review_answer a join review r on r.id = a.review_id and r.turn = a.turn
                where a.review_id in (:ids) group by a.review_id, a.seat_id""").param("ids", ids).query(r -> {
                    answered.put(r.getLong("review_id") + "/" + r.getLong("seat_id"), r.getInt("answers"));
                    anyAnswer.merge(r.getLong("review_id"), r.getInt("answers"), Math::max);
                });
        List<Sitting> sitting = jdbc.sql("""
                select s.review_id, s.person_id, s.taken_at is not null taken from review_seat s
                join review r on r.id = s.review_id and r.turn = s.turn
                where s.review_id in (:ids) and s.open = true order by s.review_id, s.id""").param("ids", ids).query((r, n) -> new
                    Sitting(r.getLong("review_id"), r.getLong("person_id"), r.getBoolean("taken"))).list();
        Map<Long, People.PersonView> who = people.persons(sitting.stream().map(Sitting::person).toList());
        Map<Long, List<With>> with = new LinkedHashMap<>();
        sitting.forEach(s -> with.computeIfAbsent(s.review(), k -> new ArrayList<>())
                .add(new With(Objects.requireNonNull(who.get(s.person())).name(), answered.getOrDefault(s.review() + "/" + s.person(), 0),
                        s.inHand())));
        Map<Long, String> first = passages.inWords(counted.values().stream().map(Counted::first).collect(Collectors.toSet()));
        Map<Long, Submissions.Asked> asked = submissions.asked(rows.stream().map(Row::submission).collect(Collectors.toSet()));
        Map<RouteEdition, Route> byEdition = new HashMap<>();
        rows.forEach(r -> byEdition.computeIfAbsent(r.route(), k -> routes.edition(project, k.key(), k.edition())));
        InCommon common = new InCommon(byEdition, people.persons(rows.stream().map(r -> r.author().person()).toList()),
                projects.settings(project)
                .calendar(), clock.instant());
        return rows.stream().filter(r -> counted.containsKey(r.id()))
                .map(r -> view(common, r, Objects.requireNonNull(counted.get(r.id())), ended.getOrDefault(r.id(), List.of()),
                        anyAnswer.getOrDefault(r.id(), 0),
                with.getOrDefault(r.id(), List.of()), first, asked)).toList();
    }

    private static ReviewRow view(InCommon common, Row r, Counted c, List<Ended> ended, int answered, List<With> with,
            Map<Long, String> first, Map<Long, Submissions.Asked> asked) {
        Route route = Objects.requireNonNull(common.routes().get(r.route()));
        People.PersonView author = Objects.requireNonNull(common.persons().get(r.author().person()));
        String step = r.state().live() ? route.stepName(r.step(), r.state() == ReviewState.RELEASING) : "";
        Integer left = r.due() == null ? null : common.calendar().workingDaysLeft(common.now(), r.due());
        return new ReviewRow(r.id(), r.family(),
                new RowSubmission(r.submission(), Objects.requireNonNull(asked.get(r.submission())).reference(), author.name(),
                        author.firmCode()),
                new RowFirst(c.first(), Objects.requireNonNull(first.get(c.first()))),
                new RowFiles(c.files(), c.live(), Math.min(answered, c.live())), route.name(), c.cycle(),
                new RowStep(r.step(), route.steps().size(), step), r.state(), with, ended,
                new RowTimes(r.made(), r.due(), left, r.closed()));
    }

    private static List<String> states(WhichReviews which) {
        return switch (which) {
            case OPEN, LATE -> List.of("FORMING", "OPEN", "RELEASING");
            case CLOSED -> List.of("CLOSED", "TAKEN_BACK", "STOPPED");
            case ALL -> List.of();
        };
    }

    private static void and(StringBuilder sql, Map<String, Object> params, String name, @Nullable Object value, String condition) {
        if (value != null) {
            sql.append(" and ").append(condition);
            params.put(name, value);
        }
    }

    private static String cursor(Row last, boolean byDue, WhichReviews which) {
        Instant at = byDue ? last.due() : which == WhichReviews.CLOSED ? last.closed() : null;
        return (at == null ? 0 : at.toEpochMilli()) + "." + last.id();
    }

    private static long[] place(String cursor) {
        if (!cursor.matches("-?\\d{1,18}\\.\\d{1,18}")) {
            throw Refused.invalid("after", "“" + cursor + "” is not a place in this list.");
        }
        String[] parts = cursor.split("\\.");
        return new long[] {Long.parseLong(parts[0]), Long.parseLong(parts[1])};
    }

    private static OffsetDateTime at(Instant moment) {
        return moment.atOffset(ZoneOffset.UTC);
    }

    private static Row row(ResultSet r, int n) throws SQLException {
        return new Row(r.getLong("id"), r.getLong("family_id"), r.getLong("submission_id"),
                new RouteEdition(r.getString("route_key"), r.getInt("route_edition")),
                new Author(r.getLong("author_id"), r.getLong("author_firm_id")), ReviewState.valueOf(r.getString("state")),
                r.getInt("step"), r.getInt("turn"), instant(r, "due"), Objects.requireNonNullElse(instant(r, "made_at"), Instant.EPOCH),
                instant(r, "closed_at"));
    }

    private static @Nullable Instant instant(ResultSet r, String column) throws SQLException {
        OffsetDateTime at = r.getObject(column, OffsetDateTime.class);
        return at == null ? null : at.toInstant();
    }
}
