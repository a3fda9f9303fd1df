package app.pervius.server.reviews;

import app.pervius.core.passage.Notice;
import app.pervius.core.tell.Occasion;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Watchers;
import app.pervius.server.people.People;
import java.util.Collection;
import java.util.List;
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
    public Watching of(PassageFacts passage) {
        WatcherBook.Watched its = watchers.ofPassage(passage.id());
        return its.equals(WatcherBook.Watched.NOBODY) ? Nobody.WATCHES
                : new Of(passage, reviews.ofPassage(passage.id()).orElseThrow(), its);
    }

    private enum Nobody implements Watching {
        WATCHES;

        @Override
        public Collection<Long> persons() {
            return List.of();
        }

        @Override
        public void tell(Notice notice) {
            // There is nobody.
        }
    }

    private final class Of implements Watching {
        private final PassageFacts passage;
        private final Review review;
        private final WatcherBook.Watched its;

        Of(PassageFacts passage, Review review, WatcherBook.Watched its) {
            this.passage = passage;
            this.review = review;
            this.its = its;
        }

        @Override
        public Collection<Long> persons() {
            return its.persons();
        }

        @Override
        public void tell(Notice notice) {
            String said = review.message.isEmpty() || notice.occasion() != Occasion.ARRIVED ? "" : "\n" + review.message;
            Messages.About about = new Messages.About(passage.project(), passage.submission(), passage.id(), passage.inWords(),
                    passage.run(), passage.ruleInWords()).because("whoever sent it wished you to know");
            messages.tell(its.persons().stream().filter(p -> people.person(p).active()).toList(), notice.occasion(), about,
                    notice.text() + said);
            messages.tellOutside(its.addresses(), notice.occasion(), about, notice.text() + said);
        }
    }
}
