package app.pervius.server.reviews.arranging;

import app.pervius.core.passage.Entry;
import app.pervius.server.access.Actor;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import app.pervius.server.reviews.Acts;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.WatcherBook;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** More people are told of a review's files. */
@Service
@Transactional
class Watching {

    private final Acts acts;
    private final WatcherBook watchers;
    private final People people;

    Watching(Acts acts, WatcherBook watchers, People people) {
        this.acts = acts;
        this.watchers = watchers;
        this.people = people;
    }

    /** More people who are told of its files, in or outside the project; known ones are not told twice. */
    void watch(long id, Set<Long> persons, List<String> addresses, Actor actor) {
        Review review = acts.open(id, actor).review();
        persons.stream().filter(p -> !people.isMember(review.projectId, p)).findFirst().ifPresent(p -> {
            throw Refused.invalid("persons", "Somebody who is to be told is not in this project.");
        });
        persons.stream().filter(p -> !people.maySee(review.projectId, p, review.authorFirmId)).findFirst().ifPresent(p -> {
            throw Refused.invalid("persons", people.person(p).name() + " may not see what " + people.firm(review.authorFirmId)
                    .name() + " sends, so cannot be told of it.");
        });
        watchers.add(review.familyId, new WatcherBook.Watched(List.copyOf(persons), addresses));
        acts.note(review, Entry.Kind.AMONG_REVIEWERS, actor, "More people are told of it.");
    }
}
