package app.pervius.server.people;

import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import org.springframework.stereotype.Component;

/** Says that people, firms or roles of a project are others than they were. */
@Component
class PeopleNews {

    private final People known;
    private final PeopleAccounts actors;
    private final Live live;

    PeopleNews(People known, PeopleAccounts actors, Live live) {
        this.known = known;
        this.actors = actors;
        this.live = live;
    }

    void changed(long project) {
        known.changed();
        actors.changed();
        live.changed(new Change(project, null, Live.Topic.PEOPLE, project));
    }

    /** That who may sign in as whom is another. */
    void accountChanged() {
        actors.changed();
        known.changed();
    }
}
