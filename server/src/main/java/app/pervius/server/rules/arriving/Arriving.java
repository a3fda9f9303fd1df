package app.pervius.server.rules.arriving;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.arrive.FileName;
import app.pervius.core.identify.Identify;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.rules.ArrivalFacts;
import app.pervius.core.rules.Parties;
import app.pervius.server.folders.Folders;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** A passage as the rule sheet judges it. */
@Component
public class Arriving {

    /** Reads controlled numbers; the feature that keeps schemes answers. */
    public interface NumbersInNames {
        /** What the first whole number in a name says of its fields; nothing where it carries none. */
        FieldValues valuesOf(long project, String baseName);
    }

    private final Folders folders;
    private final People people;
    private final Projects projects;
    private final NumbersInNames numbers;

    Arriving(Folders folders, People people, Projects projects, NumbersInNames numbers) {
        this.folders = folders;
        this.people = people;
        this.projects = projects;
        this.numbers = numbers;
    }

    public ArrivalFacts facts(PassageFacts passage) {
        Projects.Settings project = projects.settings(passage.project());
        FieldValues known = new FieldValues(Map.of("project", project.code(), "originator", people.firm(passage.authorFirm()).code()))
                .with(folders.valuesOf(passage.folder())).with(numbers.valuesOf(passage.project(), passage.baseName()))
                .with(passage.values()).with(passage.given());
        return new ArrivalFacts(folders.pathUp(passage.folder()), passage.event(), passage.baseName(),
                passage.files().stream().map(f -> FileFormat.of(new FileName(f.name()), f.mediaType())).collect(Collectors.toSet()),
                passage.files().stream().mapToLong(PassageFacts.File::size).max().orElse(0), party(passage.project(), passage.author()),
                party(passage.project(), passage.uploader()), known, Identify.nameFields(project.fields()));
    }

    private Parties.Party party(long project, long person) {
        People.PersonView who = people.person(person);
        return new Parties.Party(new PersonId(who.id()), new FirmId(who.firmId()), people.rolesOf(project, person),
                who.name() + " (" + who.firmName() + ")");
    }
}
