package app.pervius.server.reviews.desk;

import app.pervius.core.review.Route;
import app.pervius.server.access.Actor;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.Deputies;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.AnswerRepository;
import app.pervius.server.reviews.Boards;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewAnswer;
import app.pervius.server.reviews.ReviewFiles;
import app.pervius.server.reviews.ReviewSeat;
import app.pervius.server.reviews.SeatRepository;
import app.pervius.server.store.Portions;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Reads together what reviews have around them: each of them asking for itself costs more than the reading. */
@Component
class ReviewReading {
    /** What was read of a review besides its row. */
    record ReviewRows(List<ReviewFiles.InReview> files, List<ReviewSeat> seats, List<ReviewAnswer> said, Submissions.Asked asked) {
        List<ReviewFiles.InReview> live() {
            return files.stream().filter(f -> f.over() == null).toList();
        }
    }

    /** The files that are shown, of these reviews, and what was ever said of them. */
    record ShownFiles(Set<Long> with, Map<Long, Passages.PassageView> passages, Map<Long, List<ReviewAnswer>> said) {
    }

    /** A project's settings, and who is away there today. */
    record InProject(Projects.Settings settings, Map<Long, Long> away, Set<Long> standsInFor) {
    }

    /** What all reviews of an answer have in common. */
    record InCommon(Map<Long, InProject> projects, Map<Long, Route> routes, Map<Long, People.PersonView> persons) {
    }

    private final AnswerRepository answers;
    private final SeatRepository rows;
    private final Boards boards;
    private final ReviewFiles files;
    private final Passages passages;
    private final Submissions submissions;
    private final People people;
    private final Deputies deputies;
    private final Projects projects;

    ReviewReading(AnswerRepository answers, SeatRepository rows, Boards boards, ReviewFiles files, Passages passages,
            Submissions submissions, People people, Deputies deputies, Projects projects) {
        this.answers = answers;
        this.rows = rows;
        this.boards = boards;
        this.files = files;
        this.passages = passages;
        this.submissions = submissions;
        this.people = people;
        this.deputies = deputies;
        this.projects = projects;
    }

    /** Reads the files of the first review, and of as many more as keep below {@code mostFiles}, with everything ever said of them. */
    ShownFiles read(List<Review> of, Map<Long, ReviewRows> around, int mostFiles) {
        List<Long> wanted = new ArrayList<>();
        Set<Long> with = new HashSet<>();
        int count = 0;
        for (Review review : of) {
            ReviewRows its = Objects.requireNonNull(around.get(review.id()));
            List<ReviewFiles.InReview> shown = review.state.live() ? its.live() : its.files();
            count += shown.size();
            if (with.isEmpty() || count <= mostFiles) {
                with.add(review.id());
                shown.forEach(f -> wanted.add(f.passage()));
            }
        }
        return new ShownFiles(with, passages.passages(wanted).stream().collect(Collectors.toMap(Passages.PassageView::id, p -> p)),
                Portions.of(wanted, answers::ofPassages).stream().collect(Collectors.groupingBy(a -> a.passageId)));
    }

    /** Asks once for everything the reviews have in common: each of them asking for itself costs more than the reading. */
    InCommon known(List<Review> of, Map<Long, ReviewRows> around, ShownFiles read, Actor actor) {
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
                    key -> boards.route(review)));
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
            if (a.insteadOf != null) {
                persons.add(a.insteadOf);
            }
        });
        return new InCommon(projectsOf, routesOf, people.persons(persons));
    }

    /** What is around each of these reviews, by its id. */
    Map<Long, ReviewRows> around(List<Review> of) {
        List<Long> ids = of.stream().map(Review::id).toList();
        Map<Long, List<ReviewFiles.InReview>> its = files.of(ids);
        Map<Long, List<ReviewSeat>> sitting = rows.ofPresentTurns(ids).stream().collect(Collectors.groupingBy(s -> s.reviewId));
        Map<Long, List<ReviewAnswer>> said = answers.ofPresentTurns(ids).stream().collect(Collectors.groupingBy(a -> a.reviewId));
        Map<Long, Submissions.Asked> asked = submissions.asked(of.stream().map(r -> r.submissionId).collect(Collectors.toSet()));
        Map<Long, ReviewRows> around = new LinkedHashMap<>();
        of.forEach(r -> around.put(r.id(), new ReviewRows(its.getOrDefault(r.id(), List.of()), sitting.getOrDefault(r.id(), List.of()),
                said.getOrDefault(r.id(), List.of()), Objects.requireNonNull(asked.get(r.submissionId)))));
        return around;
    }
}
