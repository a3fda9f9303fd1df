package app.pervius.server.setup;

import app.pervius.core.project.Code;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.people.RoleDesk;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A project as it is begun: with the firm of its first controller, that firm's folder, and the controller. */
@Service
@Transactional
class FirstProject {

    private static final List<Code> DISCIPLINES = List.of(new Code("A", "architecture"), new Code("C", "civil"),
            new Code("E", "electrical"),
            new Code("H", "hydraulics"), new Code("I", "controls"), new Code("M", "mechanical"), new Code("N", "environment"),
            new Code("S", "structures"));
    private static final List<Code> TYPES = List.of(new Code("DR", "drawing"), new Code("CA", "calculation"),
            new Code("SP", "specification"),
            new Code("MS", "method statement"), new Code("IT", "inspection plan"), new Code("DS", "data sheet"), new Code("RP", "report"));

    /** What is known of a project that begins. */
    record Wanted(String code, String name, String zone, String firmCode, String firmName, String controller, String controllerEmail) {
    }

    /** The project, and the person who controls it. */
    record Made(long project, long controller) {
    }

    private final StandardProject standard;
    private final PeopleDesk people;
    private final RoleDesk roles;
    private final Folders folders;

    FirstProject(StandardProject standard, PeopleDesk people, RoleDesk roles, Folders folders) {
        this.standard = standard;
        this.people = people;
        this.roles = roles;
        this.folders = folders;
    }

    Made make(Wanted wanted) {
        StandardProject.Made made = standard.make(new StandardProject.Wanted(wanted.code(), wanted.name(), wanted.zone(), DISCIPLINES,
                TYPES, List.of()));
        long firm = people.addFirm(made.project(), wanted.firmCode(), wanted.firmName());
        long person = people.addPerson(made.project(), new People.NewPerson(firm, wanted.controller(), wanted.controllerEmail(),
                "Document controller"));
        roles.setHolders(made.project(), made.controller(), List.of(person), 0);
        folders.make(new Folders.NewFolder(made.workInProgress(), wanted.firmName(), null, firm, Map.of()));
        return new Made(made.project(), person);
    }
}
