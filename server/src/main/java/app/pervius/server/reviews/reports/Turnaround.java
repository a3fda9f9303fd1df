package app.pervius.server.reviews.reports;

import app.pervius.core.calendar.WorkingCalendar;
import app.pervius.core.review.Step;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.Matrices;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.ReviewState;
import app.pervius.server.routes.Routes;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * How long reviews take: the days steps took, the share that was late, and the load on each person. Counted in the project's working days.
 */
@Component
class Turnaround {

    /** Steps closed, in one respect: how many, the median and longest working days they took, and how many were late. */
    record Took(String what, int steps, double median, int longest, int late) {
    }

    /**
     * What waits with a person.
     *
     * @param files under way now; {@code late} of them past their date, {@code thisWeek} due within five working days
     * @param coming files of reviews whose later steps will come to the person's roles
     */
    record Load(String person, String firm, int files, int late, int thisWeek, int coming) {
    }

    record TurnaroundView(int days, int closedSteps, int lateSteps, List<Took> byStep, List<Took> byRoute, List<Took> byRole,
            List<Took> byDiscipline, List<Took> byPerson, List<Load> load) {
    }

    private record Closed(String route, int edition, int step, Instant began, @Nullable Instant due, Instant closed, @Nullable Long person,
            long passage, @Nullable Long role) {
    }

    private record Measured(Closed closed, int days, boolean late) {
    }

    private final JdbcClient jdbc;
    private final Routes routes;
    private final Passages passages;
    private final Matrices matrices;
    private final People people;
    private final Projects projects;
    private final InstantSource clock;

    Turnaround(JdbcClient jdbc, Routes routes, Passages passages, Matrices matrices, People people, Projects projects,
            InstantSource clock) {
        this.jdbc = jdbc;
        this.routes = routes;
        this.passages = passages;
        this.matrices = matrices;
        this.people = people;
        this.projects = projects;
        this.clock = clock;
    }

    TurnaroundView view(long project, int days, ReviewList.Whose whose) {
        WorkingCalendar calendar = projects.settings(project).calendar();
        List<Measured> measured = closed(project, clock.instant().minus(Duration.ofDays(days)), whose).stream().map(c -> {
            int took = calendar.workingDaysAfter(calendar.firstDay(c.began()), calendar.dayOf(c.closed()));
            return new Measured(c, Math.max(0, took), c.due() != null && c.closed().isAfter(c.due()));
        }).toList();
        String field = matrices.of(project).disciplineField();
        Map<Long, String> disciplines = passages.subjects(measured.stream().map(m -> m.closed().passage()).collect(Collectors.toSet()))
                .stream()
                .collect(Collectors.toMap(Passages.Subject::id, s -> s.values().get(field).orElse("none")));
        return new TurnaroundView(days, measured.size(), (int) measured.stream().filter(Measured::late).count(),
                by(measured, m -> step(project, m.closed()).name()),
                by(measured, m -> routes.edition(project, m.closed().route(), m.closed().edition()).name()),
                by(measured, m -> m.closed().role() == null ? "nobody's role"
                        : people.roleName(new app.pervius.core.project.RoleId(m.closed().role()))),
                by(measured, m -> disciplines.getOrDefault(m.closed().passage(), "none")),
                by(measured, m -> m.closed().person() == null ? "nobody in time" : people.person(m.closed().person()).name()),
                load(project, calendar, whose));
    }

    private List<Closed> closed(long project, Instant since, ReviewList.Whose whose) {
        return jdbc.sql("""
                select r.route_key, r.route_edition, c.step, c.closed_at, c.person_id, (select min(s.due) from review_seat s where
                    s.review_id = c.review_id and s.turn = c.turn) due,
                    (select min(x.passage_id) from review_passage x where x.review_id = c.review_id) first_passage,
                    coalesce((select max(d.closed_at) from review_closing d where d.review_id = c.review_id and d.turn < c.turn),
                        r.made_at) begun,
                    (select max(s.role_id) from review_seat s where s.review_id = c.review_id and s.turn = c.turn and s.person_id =
                        c.person_id) role_id
                from review_closing c join review r on r.id = c.review_id
                where r.project_id = :project and c.closed_at >= :since and\s""" + ReviewList.Whose.CONDITION + """
                 order by c.id desc fetch first 20000 rows only""")
                .param("project", project).param("since", since.atOffset(ZoneOffset.UTC)).param("firms", whose.firms())
                .param("notFirm", whose.notOfFirm())
                .query((row, n) -> new Closed(row.getString("route_key"), row.getInt("route_edition"), row.getInt("step"),
                        at(row.getObject("begun", OffsetDateTime.class)),
                        row.getObject("due", OffsetDateTime.class) == null ? null
                        : at(row.getObject("due", OffsetDateTime.class)), at(row.getObject("closed_at", OffsetDateTime.class)),
                        row.getObject("person_id", Long.class), row.getLong("first_passage"), row.getObject("role_id", Long.class))).list();
    }

    private Step step(long project, Closed closed) {
        return routes.edition(project, closed.route(), closed.edition()).steps().get(closed.step());
    }

    private static List<Took> by(List<Measured> all, java.util.function.Function<Measured, String> what) {
        Map<String, List<Measured>> groups = all.stream().collect(Collectors.groupingBy(what, TreeMap::new, Collectors.toList()));
        List<Took> took = new ArrayList<>();
        groups.forEach((name, its) -> {
            int[] days = its.stream().mapToInt(Measured::days).sorted().toArray();
            double median = days.length % 2 == 1 ? days[days.length / 2] : (days[days.length / 2 - 1] + days[days.length / 2]) / 2.0;
            took.add(new Took(name, days.length, median, days[days.length - 1], (int) its.stream().filter(Measured::late).count()));
        });
        return took;
    }

    private List<Load> load(long project, WorkingCalendar calendar, ReviewList.Whose whose) {
        Instant now = clock.instant();
        Instant week = calendar.endOf(calendar.shift(calendar.dayOf(now), 5));
        Map<Long, int[]> byPerson = new HashMap<>();
        // One state after the other: with both at once H2 reads all reviews there ever were.
        for (ReviewState state : List.of(ReviewState.OPEN, ReviewState.RELEASING)) {
            jdbc.sql("""
                    select s.person_id, s.due, (select count(*) from review_passage x where x.review_id = s.review_id
                        and x.over_at is null) files
                    from review_seat s join review r on r.id = s.review_id where r.project_id = :project
                        and r.state = :state and s.open = true and\s""" + ReviewList.Whose.CONDITION
                    + "order by r.project_id, r.state, r.due, r.id").param("project", project).param("state", state.name())
                    .param("firms", whose.firms()).param("notFirm", whose.notOfFirm()).query(row -> {
                        int[] counts = byPerson.computeIfAbsent(row.getLong("person_id"), k -> new int[4]);
                        OffsetDateTime due = row.getObject("due", OffsetDateTime.class);
                        counts[0] += row.getInt("files");
                        counts[1] += due != null && at(due).isBefore(now) ? row.getInt("files") : 0;
                        counts[2] += due != null && !at(due).isBefore(now) && at(due).isBefore(week) ? row.getInt("files") : 0;
                    });
        }
        coming(project, whose, byPerson);
        return byPerson.entrySet().stream().map(e -> new Load(people.person(e.getKey()).name(), people.person(e.getKey()).firmCode(),
                e.getValue()[0], e.getValue()[1], e.getValue()[2], e.getValue()[3]))
                .sorted(java.util.Comparator.comparing(Load::files).reversed().thenComparing(Load::person)).toList();
    }

    /** What will come to the holders of the roles of later steps. */
    private void coming(long project, ReviewList.Whose whose, Map<Long, int[]> byPerson) {
        jdbc.sql("""
                select r.route_key, r.route_edition, r.step, (select count(*) from review_passage x where x.review_id = r.id and
                    x.over_at is null) files
                from review r where r.project_id = :project and r.state = 'OPEN' and\s""" + ReviewList.Whose.CONDITION
                + "order by r.project_id, r.state, r.due, r.id")
                .param("project", project).param("firms", whose.firms()).param("notFirm", whose.notOfFirm()).query(row -> {
                    var route = routes.edition(project, row.getString("route_key"), row.getInt("route_edition"));
                    int files = row.getInt("files");
                    route.steps().subList(row.getInt("step") + 1, route.steps().size()).stream().flatMap(s -> s.who().stream())
                            .filter(app.pervius.core.review.Who.InRole.class::isInstance)
                            .flatMap(w -> people.holders(((app.pervius.core.review.Who.InRole) w).role()).stream())
                            .map(h -> h.person().value()).distinct().forEach(p -> byPerson.computeIfAbsent(p, k -> new int[4])[3] += files);
                });
    }

    private static Instant at(OffsetDateTime at) {
        return at.toInstant();
    }
}
