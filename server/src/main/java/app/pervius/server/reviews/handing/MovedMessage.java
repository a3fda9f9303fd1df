package app.pervius.server.reviews.handing;

import app.pervius.core.tell.Occasion;
import app.pervius.server.messages.Messages;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.InstantSource;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** One message for all steps that were moved to somebody at once. */
@Component
class MovedMessage {
    /** The most lines of a message. */
    private static final int MOST_LINES = 100;

    private final Messages messages;
    private final People people;
    private final Projects projects;
    private final InstantSource clock;

    MovedMessage(Messages messages, People people, Projects projects, InstantSource clock) {
        this.messages = messages;
        this.people = people;
        this.projects = projects;
        this.clock = clock;
    }

    void tell(long project, long to, List<String> lines, String why) {
        String count = lines.size() + (lines.size() == 1 ? " step" : " steps");
        messages.send(project, List.of(to), Occasion.PASSED_ON, "moved " + to + " " + clock.instant(), "[" + projects.settings(project)
                .code() + "] " + count + " moved to you for your decision",
                "Dear " + people.person(to).name() + ",\n\n" + why + "\n\n" + lines.stream().limit(MOST_LINES)
                .collect(Collectors.joining("\n"))
                        + (lines.size() > MOST_LINES ? "\n  and " + (lines.size() - MOST_LINES) + " more." : "")
                        + "\n\nAll of it stands on your Desk: ", "/desk");
    }
}
