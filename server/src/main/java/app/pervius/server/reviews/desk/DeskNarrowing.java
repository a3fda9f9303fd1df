package app.pervius.server.reviews.desk;

import app.pervius.core.register.SearchWords;
import app.pervius.core.review.Route;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.People;
import app.pervius.server.reviews.Boards;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewFiles;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Many reviews on a Desk narrowed down by words, and put in another order than the most urgent first. */
@Component
class DeskNarrowing {

    private final Boards boards;
    private final ReviewFiles files;
    private final Passages passages;
    private final Submissions submissions;
    private final People people;

    DeskNarrowing(Boards boards, ReviewFiles files, Passages passages, Submissions submissions, People people) {
        this.boards = boards;
        this.files = files;
        this.passages = passages;
        this.submissions = submissions;
        this.people = people;
    }

    /** Those that have every word somewhere; in the order they were given where the order says nothing else. */
    List<Review> of(List<Review> waiting, String text, DeskReviewsController.DeskOrder order) {
        List<String> words = SearchWords.sought(text).stream().map(SearchWords.Sought::whole).toList();
        Map<Long, People.PersonView> authors = people.persons(waiting.stream().map(r -> r.authorId).collect(Collectors.toSet()));
        Map<Long, Submissions.Asked> asked = submissions.asked(waiting.stream().map(r -> r.submissionId).collect(Collectors.toSet()));
        List<Review> left = words.isEmpty() ? waiting : matching(waiting, words, authors, asked);
        return switch (order) {
            case DUE -> left;
            case FROM -> left.stream().sorted(Comparator.comparing((Review r) -> Objects.requireNonNull(authors.get(r.authorId)).firmCode())
                    .thenComparing(r -> Objects.requireNonNull(authors.get(r.authorId)).name())).toList();
            case NEWEST -> left.stream().sorted(Comparator.comparing((Review r) -> r.submissionId).reversed().thenComparing(Review::id))
                    .toList();
        };
    }

    private List<Review> matching(List<Review> waiting, List<String> words, Map<Long, People.PersonView> authors,
            Map<Long, Submissions.Asked> asked) {
        Map<Long, List<ReviewFiles.InReview>> its = files.of(waiting.stream().map(Review::id).toList());
        Map<Long, Passages.PassageView> shown = passages.passages(its.values().stream().flatMap(List::stream)
                .map(ReviewFiles.InReview::passage).toList()).stream()
                .collect(Collectors.toMap(Passages.PassageView::id, p -> p));
        return waiting.stream().filter(r -> {
            Route route = boards.route(r);
            People.PersonView author = Objects.requireNonNull(authors.get(r.authorId));
            Submissions.Asked said = Objects.requireNonNull(asked.get(r.submissionId));
            String all = SearchWords.plain(String.join(" ", said.reference(), said.purpose(),
                    author.name(), author.firmCode(), author.firmName(),
                    route.name(), route.steps().get(r.step).name()) + its.getOrDefault(r.id(), List.of()).stream()
                    .map(f -> shown.get(f.passage()))
                    .map(p -> " " + p.inWords() + " " + p.names().originalName()).collect(Collectors.joining()));
            return words.stream().allMatch(all::contains);
        }).toList();
    }
}
