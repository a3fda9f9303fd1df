package app.pervius.server.reviews;

import app.pervius.core.passage.PassageId;
import app.pervius.core.review.Acting;
import app.pervius.core.review.Board;
import app.pervius.core.review.Ending;
import app.pervius.core.review.Needs;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.server.access.Actor;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.Deputies;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Reviews as the reviewing side sees them. */
@Component
class ReviewViews {

    /** What was said of a file; {@code seat} is whose place it was given from, and {@code person} is absent where silence counted. */
    record AnswerView(long id, int turn, int step, String stepName, @Nullable Long seat, @Nullable Long personId, String person, int code,
            String comment, Instant at,
            ReviewAnswer.@Nullable DrawnAs drawn, @Nullable String drawnText) {
    }

    /**
     * A file under review.
     *
     * @param answers what is said of it in this step
     * @param mine what is said of it from the caller's seat
     * @param decision what the answers come to; absent while there are not enough
     * @param ending what it ended with, where it is decided
     * @param before what was said of it in the steps before, in order
     */
    record ReviewedFile(Passages.PassageView passage, List<AnswerView> answers, @Nullable AnswerView mine, @Nullable Integer decision,
            @Nullable Integer ending, List<AnswerView> before) {
    }

    /**
     * Somebody's place in the step; {@code deputy} stands in while the person is away, {@code answered} of the files have the person's
     * answer.
     */
    record SeatView(long personId, String person, String firm, boolean leads, @Nullable Instant inHandSince, @Nullable String passedBy,
            String note, @Nullable String deputy,
            int answered) {
    }

    /**
     * A review where it is now.
     *
     * @param family the first review of those it was one with
     * @param turn names what the caller sees; sent back with everything done in it
     * @param mine whether the caller may act in this step
     * @param from whose seats the caller may act from
     * @param needed how many answers each file needs, beside a lead's
     * @param workingDaysLeft until it is due; 0 today, negative when late
     * @param answerDue the date the submission asks an answer by
     * @param fileCount how many files are at its step
     * @param undecided how many of them lack an answer; where each needs one only, those without
     * @param mayDraw whether the caller draws the comments together
     * @param mayArrange whether the caller may split files off and join, while nobody has decided
     * @param mayTakeBack whether the caller may take it back now
     * @param files its files; absent in the Desk's list where they would be too many to read at once
     */
    record ReviewView(long id, long family, long project, long submission, String submissionReference, String purpose,
            @Nullable LocalDate answerDue, String author, String authorFirm,
            String route, String routeKey, int step, int steps, int turn, String stepName, Step.Kind stepKind, ReviewState state,
            boolean mine, List<Long> from, List<SeatView> seats,
            int needed, Step.Drawing drawing, boolean filesGoAlone, @Nullable Instant due, @Nullable Integer workingDaysLeft,
            @Nullable String sender, String message, int fileCount,
            int undecided, boolean mayDraw, boolean mayArrange, boolean mayTakeBack, @Nullable List<ReviewedFile> files) {
    }

    /** What was read of a review besides its row. */
    private record Around(List<ReviewFiles.InReview> files, List<ReviewSeat> seats, List<ReviewAnswer> said, Submissions.Asked asked) {
        List<ReviewFiles.InReview> live() {
            return files.stream().filter(f -> f.over() == null).toList();
        }
    }

    /** The files that are shown, of these reviews, and what was ever said of them. */
    private record Read(Set<Long> with, Map<Long, Passages.PassageView> passages, Map<Long, List<ReviewAnswer>> said) {
    }

    /** A project's settings, and who is away there today. */
    private record InProject(Projects.Settings settings, Map<Long, Long> away, Set<Long> standsInFor) {
    }

    /** What all reviews of an answer have in common. */
    private record Known(Map<Long, InProject> projects, Map<Long, Route> routes, Map<Long, People.PersonView> persons, Instant now) {
    }

    private final AnswerRepository answers;
    private final SeatRepository rows;
    private final Reviews flow;
    private final ReviewFiles files;
    private final Passages passages;
    private final Submissions submissions;
    private final People people;
    private final Deputies deputies;
    private final Projects projects;
    private final InstantSource clock;

    ReviewViews(AnswerRepository answers, SeatRepository rows, Reviews flow, ReviewFiles files,
            Passages passages, Submissions submissions, People people, Deputies deputies, Projects projects, InstantSource clock) {
        this.answers = answers;
        this.rows = rows;
        this.flow = flow;
        this.files = files;
        this.passages = passages;
        this.submissions = submissions;
        this.people = people;
        this.deputies = deputies;
        this.projects = projects;
        this.clock = clock;
    }

    ReviewView view(Review review, Actor actor) {
        return views(List.of(review), actor, Integer.MAX_VALUE).getFirst();
    }

    /** Reviews in the order given, read together; with the files of the first, and of as many more as keep below {@code mostFiles}. */
    List<ReviewView> views(List<Review> of, Actor actor, int mostFiles) {
        List<Long> ids = of.stream().map(Review::id).toList();
        if (ids.isEmpty()) {
            return List.of();
        }
        Map<Long, List<ReviewFiles.InReview>> its = files.of(ids);
        Map<Long, List<ReviewSeat>> sitting = rows.ofPresentTurns(ids).stream().collect(Collectors.groupingBy(s -> s.reviewId));
        Map<Long, List<ReviewAnswer>> said = answers.ofPresentTurns(ids).stream().collect(Collectors.groupingBy(a -> a.reviewId));
        Map<Long, Submissions.Asked> asked = submissions.asked(of.stream().map(r -> r.submissionId).collect(Collectors.toSet()));
        Map<Long, Around> around = new LinkedHashMap<>();
        of.forEach(r -> around.put(r.id(), new Around(its.getOrDefault(r.id(), List.of()), sitting.getOrDefault(r.id(), List.of()),
                said.getOrDefault(r.id(), List.of()), Objects.requireNonNull(asked.get(r.submissionId)))));
        Read read = read(of, around, mostFiles);
        Known known = known(of, around, read, actor);
        return of.stream().map(r -> view(r, actor, Objects.requireNonNull(around.get(r.id())), read, known)).toList();
    }

    /** Reads the files of the first review, and of as many more as keep below {@code mostFiles}, with everything ever said of them. */
    private Read read(List<Review> of, Map<Long, Around> around, int mostFiles) {
        List<Long> wanted = new ArrayList<>();
        Set<Long> with = new HashSet<>();
        int count = 0;
        for (Review review : of) {
            Around its = Objects.requireNonNull(around.get(review.id()));
            List<ReviewFiles.InReview> shown = review.state.live() ? its.live() : its.files();
            count += shown.size();
            if (with.isEmpty() || count <= mostFiles) {
                with.add(review.id());
                shown.forEach(f -> wanted.add(f.passage()));
            }
        }
        return new Read(with, passages.passages(wanted).stream().collect(Collectors.toMap(Passages.PassageView::id, p -> p)),
                wanted.isEmpty() ? Map.of() : answers.ofPassages(wanted).stream().collect(Collectors.groupingBy(a -> a.passageId)));
    }

    /** Asks once for everything the reviews have in common: each of them asking for itself costs more than the reading. */
    private Known known(List<Review> of, Map<Long, Around> around, Read read, Actor actor) {
        Map<Long, InProject> projectsOf = new HashMap<>();
        Map<Long, Route> routesOf = new HashMap<>();
        Map<String, Route> byEdition = new HashMap<>();
        Set<Long> persons = new HashSet<>();
        for (Review review : of) {
            projectsOf.computeIfAbsent(review.projectId, id -> {
                Projects.Settings settings = projects.settings(id);
                Map<Long, Long> away = deputies.today(settings.zone());
                return new InProject(settings, away, away.entrySet().stream().filter(e -> actor.is(e.getValue())).map(Map.Entry::getKey)
                        .collect(Collectors.toSet()));
            });
            routesOf.put(review.id(), byEdition.computeIfAbsent(review.projectId + "/" + review.routeKey + "/" + review.routeEdition,
                    key -> flow.route(review)));
            persons.add(review.authorId);
            if (review.senderId != null) {
                persons.add(review.senderId);
            }
            Objects.requireNonNull(around.get(review.id())).seats().forEach(s -> {
                persons.add(s.personId);
                if (s.passedBy != null) {
                    persons.add(s.passedBy);
                }
            });
        }
        projectsOf.values().forEach(p -> persons.addAll(p.away().values()));
        read.said().values().stream().flatMap(List::stream).forEach(a -> {
            if (a.personId != null) {
                persons.add(a.personId);
            }
            if (a.seatId != null) {
                persons.add(a.seatId);
            }
        });
        return new Known(projectsOf, routesOf, people.persons(persons), clock.instant());
    }

    private ReviewView view(Review review, Actor actor, Around around, Read read, Known known) {
        Route route = Objects.requireNonNull(known.routes().get(review.id()));
        Step step = route.steps().get(review.step);
        InProject project = Objects.requireNonNull(known.projects().get(review.projectId));
        Projects.Settings settings = project.settings();
        People.PersonView author = Objects.requireNonNull(known.persons().get(review.authorId));
        Submissions.Asked asked = around.asked();
        Acting acting = Seats.acting(review, route, actor, project.standsInFor());
        List<Long> from = review.state.live() ? around.seats().stream().map(s -> s.personId)
                .filter(p -> acting.seats().stream().anyMatch(a -> a.value() == p)).toList() : List.of();
        Board board = Reviews.board(review, route, settings.decisionCodes(), around.live(), around.seats(), around.said());
        List<ReviewedFile> its = read.with().contains(review.id()) ? files(review, board, around, from, read, known) : null;
        boolean releasing = review.state == ReviewState.RELEASING;
        int undecided = releasing ? 0 : (int) board.files().stream().filter(f -> board.decision(f.passage()).isEmpty()).count();
        boolean fresh = board.notFresh().isEmpty();
        return new ReviewView(review.id(), review.familyId, review.projectId, review.submissionId, asked.reference(), asked.purpose(),
                asked.answerDue(), author.name(), author.firmCode(),
                route.name(), route.key(), review.step, route.steps().size(), review.turn, route.stepName(review.step, releasing),
                step.kind(), review.state, !from.isEmpty(), from,
                around.seats().stream().map(s -> view(project, board, s, known)).toList(), needed(step, around.seats()), step.drawing(),
                route.filesGoAlone(), review.due,
                review.due == null ? null : settings.calendar().workingDaysLeft(known.now(), review.due), review.senderId == null ? null
                : Objects.requireNonNull(known.persons().get(review.senderId)).name(), review.message,
                review.state.live() ? board.files().size() : around.files().size(), undecided, Deciding.mayDraw(board, acting),
                fresh && (actor.controls(review.projectId) || actor.is(review.senderId)), fresh
                && Arranging.mayTakeBack(review, actor), its);
    }

    private static int needed(Step step, List<ReviewSeat> sitting) {
        int asked = (int) sitting.stream().filter(s -> !s.leads).count();
        return step.needs() instanceof Needs.Any && step.drawing() != Step.Drawing.LEAD ? 1 : step.needs().of(asked);
    }

    private static SeatView view(InProject project, Board board, ReviewSeat seat, Known known) {
        People.PersonView person = Objects.requireNonNull(known.persons().get(seat.personId));
        Long deputy = project.away().get(seat.personId);
        int answered = (int) board.files().stream().filter(f -> board.answersTo(f.passage()).stream()
                .anyMatch(a -> a.seat().filter(p -> p.value() == seat.personId).isPresent())).count();
        return new SeatView(person.id(), person.name(), person.firmCode(), seat.leads, seat.takenAt, seat.passedBy == null ? null
                : Objects.requireNonNull(known.persons().get(seat.passedBy)).name(), seat.note,
                deputy == null ? null : Objects.requireNonNull(known.persons().get(deputy)).name(), answered);
    }

    private List<ReviewedFile> files(Review review, Board board, Around around, List<Long> from, Read read, Known known) {
        boolean over = !review.state.live();
        Map<Long, ReviewFiles.InReview> its = (over ? around.files() : around.live()).stream()
                .collect(Collectors.toMap(ReviewFiles.InReview::passage, f -> f));
        Set<Long> own = Set.copyOf(from);
        return its.keySet().stream().sorted().map(id -> read.passages().get(id)).map(p -> {
            List<ReviewAnswer> all = read.said().getOrDefault(p.id(), List.of());
            List<AnswerView> now = all.stream().filter(a -> a.reviewId == review.id() && a.turn == review.turn).map(a -> view(a, known))
                    .toList();
            List<AnswerView> before = all.stream().filter(a -> a.reviewId != review.id() || a.turn != review.turn).map(a -> view(a, known))
                    .toList();
            AnswerView mine = now.stream().filter(a -> a.seat() != null && own.contains(a.seat())).findFirst().orElse(null);
            return new ReviewedFile(p, now, mine, over ? null : board.decision(new PassageId(p.id())).orElse(null),
                    Objects.requireNonNull(its.get(p.id())).ending()
                    .map(Ending::code).orElse(null), before);
        }).toList();
    }

    private static AnswerView view(ReviewAnswer a, Known known) {
        String person = a.personId == null ? "nobody" : Objects.requireNonNull(known.persons().get(a.personId)).name();
        String said = a.personId == null || a.seatId == null || a.seatId.equals(a.personId) ? person
                : person + " for " + Objects.requireNonNull(known.persons().get(a.seatId)).name();
        return new AnswerView(a.id(), a.turn, a.step, a.stepName, a.seatId, a.personId, said, a.code, a.comment, a.givenAt, a.drawn,
                a.drawnText);
    }
}
