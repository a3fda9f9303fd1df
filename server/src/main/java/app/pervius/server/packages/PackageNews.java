package app.pervius.server.packages;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.passage.Orders;
import app.pervius.core.project.FieldValues;
import app.pervius.core.tell.Occasion;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.Rules;
import app.pervius.server.rules.arriving.Speaking;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Who is told of a package whose folders are made, or could not be: whom watching rules of its folder name, and of the latter
 * controllers.
 */
@Component
class PackageNews {

    private final Messages messages;
    private final People people;
    private final Projects projects;
    private final Rules rules;
    private final Speaking speaking;

    PackageNews(Messages messages, People people, Projects projects, Rules rules, Speaking speaking) {
        this.messages = messages;
        this.people = people;
        this.projects = projects;
        this.rules = rules;
        this.speaking = speaking;
    }

    void made(WorkPackage row) {
        speak(row, Occasion.PACKAGE_MADE, "Its folders are made.", "The folders of " + row.code + " are made", List.of());
    }

    void failed(WorkPackage row) {
        List<Long> controllers = people.controllers(row.projectId).stream().map(People.PersonView::id).toList();
        String subject = "The folders of " + row.code + " could not be made";
        messages.send(row.projectId, controllers, Occasion.STOPPED, key(row, Occasion.STOPPED), subject(row, subject), row.code + " "
                + row.title + "\n\n"
                + row.failed + "\n\nNothing was made. Put it right, then try again on the package's page: ", place(row));
        speak(row, Occasion.PACKAGE_FAILED, Objects.requireNonNullElse(row.failed, ""), subject, controllers);
    }

    private void speak(WorkPackage row, Occasion occasion, String usual, String subject, List<Long> except) {
        Speaking.Spoken spoken = speaking.spoken(facts(row), occasion, rules.sheet(row.projectId), Map.of("reason", usual, "title",
                row.title), usual);
        spoken.persons().forEach((person, said) -> {
            if (!except.contains(person)) {
                messages.send(row.projectId, List.of(person), occasion, key(row, occasion), subject(row, said, subject), text(row, said),
                        place(row));
            }
        });
        spoken.addresses().forEach((address, said) -> messages.sendOutside(row.projectId, List.of(address), occasion, key(row, occasion),
                subject(row, said, subject), text(row, said), place(row)));
    }

    /** A package as rules see an arrival: where it is or was to be, and whose; there are no files. */
    private PassageFacts facts(WorkPackage row) {
        long firm = row.firmId == null ? people.person(row.madeBy).firmId() : row.firmId;
        return PassageFacts.arriving(0, new PassageFacts.Origin(row.projectId, 0, Objects.requireNonNullElse(row.folderId,
                row.parentFolder),
                row.madeBy, firm, row.madeBy, ArrivalEvent.NEW_FILE, Optional.empty(), row.code + " " + row.title), row.code,
                FieldValues.NONE, Orders.NONE, List.of(), "package");
    }

    private static String key(WorkPackage row, Occasion occasion) {
        return "package " + row.id() + " " + row.version + " " + occasion;
    }

    private String subject(WorkPackage row, String words) {
        return "[" + projects.settings(row.projectId).code() + "] " + words;
    }

    private String subject(WorkPackage row, Speaking.Said said, String usual) {
        return said.manner().subject().isEmpty() ? subject(row, usual) : said.manner().subject();
    }

    private static String text(WorkPackage row, Speaking.Said said) {
        return row.code + " " + row.title + "\n\n" + said.text() + "\n\nYou get this because " + said.manner().inWords()
                + ".\n\nThe package: ";
    }

    private static String place(WorkPackage row) {
        return "/packages/" + row.id();
    }
}
