package app.pervius.server.packages;

import app.pervius.core.tell.Occasion;
import app.pervius.server.messages.Messages;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import org.springframework.stereotype.Component;

/** Controllers are told of folders that could not be made. */
@Component
class PackageFailures {

    private final Messages messages;
    private final People people;
    private final Projects projects;

    PackageFailures(Messages messages, People people, Projects projects) {
        this.messages = messages;
        this.people = people;
        this.projects = projects;
    }

    void tell(WorkPackage row) {
        messages.send(row.projectId, people.controllers(row.projectId).stream().map(People.PersonView::id).toList(), Occasion.STOPPED,
                "package " + row.id() + " " + row.version,
                "[" + projects.settings(row.projectId).code() + "] The folders of " + row.code + " could not be made",
                row.code + " " + row.title + "\n\n" + row.failed
                + "\n\nNothing was made. Put it right, then try again on the package's page: ", "/packages/" + row.id());
    }
}
