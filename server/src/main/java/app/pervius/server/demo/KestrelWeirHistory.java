package app.pervius.server.demo;

import java.util.stream.Stream;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** All that has happened in the demo, in the order of its days. */
@Component
@Profile("demo")
class KestrelWeirHistory {

    private final KestrelWeirMonths months;
    private final KestrelWeirStory story;
    private final FurtherProjects further;
    private final DemoDays days;

    KestrelWeirHistory(KestrelWeirMonths months, KestrelWeirStory story, FurtherProjects further, DemoDays days) {
        this.months = months;
        this.story = story;
        this.further = further;
        this.days = days;
    }

    /** @param whole the months before and the other projects too, and not only the last weeks */
    void tell(StoryActs.Cast cast, boolean whole) {
        if (whole) {
            days.play(Stream.concat(months.acts(cast).stream(), further.acts().stream()).toList());
        }
        story.tell(cast);
        if (whole) {
            further.lately();
        }
        days.today();
    }
}
