package app.pervius.server.reviews;

import app.pervius.core.passage.Notice;
import app.pervius.core.tell.Occasion;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Watchers;
import app.pervius.server.people.People;
import java.util.Collection;
import org.springframework.stereotype.Component;

/** Tells those whom the sender of a review has named, inside the project or outside. */
@Component
class ReviewWatchers implements Watchers {

    private final ReviewRepository reviews;
    private final WatcherBook watchers;
    private final People people;
    private final Messages messages;

    ReviewWatchers(ReviewRepository reviews, WatcherBook watchers, People people, Messages messages) {
        this.reviews = reviews;
        this.watchers = watchers;
        this.people = people;
        this.messages = messages;
    }

    @Override
    public Collection<Long> persons(long passage) {
        return of(passage).persons();
    }

    @Override
    public void tell(PassageFacts passage, Notice notice) {
        WatcherBook.Watched told = of(passage.id());
        String said = reviews.ofPassage(passage.id()).filter(r -> !r.message.isEmpty() && notice.occasion() == Occasion.ARRIVED)
                .map(r -> "\n" + r.message).orElse("");
        Messages.About about = new Messages.About(passage.project(), passage.submission(), passage.id(), passage.inWords(), passage.run(),
                passage.ruleInWords()).because("whoever sent it wished you to know");
        messages.tell(told.persons().stream().filter(p -> people.person(p).active()).toList(), notice.occasion(), about,
                notice.text() + said);
        messages.tellOutside(told.addresses(), notice.occasion(), about, notice.text() + said);
    }

    private WatcherBook.Watched of(long passage) {
        return reviews.ofPassage(passage).map(r -> watchers.of(r.familyId)).orElse(WatcherBook.Watched.NOBODY);
    }
}
