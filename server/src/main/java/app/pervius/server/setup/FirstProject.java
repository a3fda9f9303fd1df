package app.pervius.server.setup;

import app.pervius.core.number.NumberPlan;
import app.pervius.core.number.Scheme;
import app.pervius.core.review.ReviewPlan;
import app.pervius.core.review.Route;
import app.pervius.core.rules.Handling;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.FirmDesk;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.people.RoleDesk;
import app.pervius.server.refused.Refused;
import app.pervius.server.rulefile.Naming;
import app.pervius.server.rulefile.RuleFileReader;
import app.pervius.server.rules.SheetBeginning;
import app.pervius.server.setup.sets.MakingProject;
import app.pervius.server.setup.sets.NamesOfFiles;
import app.pervius.server.setup.sets.StartingSet;
import app.pervius.server.textfiles.FilePart;
import app.pervius.server.textfiles.TextFile;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A project as it is begun: by a starting set, with the firm of its first controller, that firm's folder, and the controller. */
@Service
@Transactional
public class FirstProject {

    /** What is known of a project that begins. */
    public record Wanted(MakingProject.Called called, StartingSet set, String firmCode, String firmName, String controller,
            String controllerEmail) {
    }

    /** The project, and the person who controls it. */
    public record Made(long project, long controller) {
    }

    private final MakingProject making;
    private final SheetBeginning sheets;
    private final FirmDesk firms;
    private final PeopleDesk people;
    private final RoleDesk roles;
    private final Folders folders;
    private final People known;

    FirstProject(MakingProject making, SheetBeginning sheets, FirmDesk firms, PeopleDesk people, RoleDesk roles, Folders folders,
            People known) {
        this.making = making;
        this.sheets = sheets;
        this.firms = firms;
        this.people = people;
        this.roles = roles;
        this.folders = folders;
        this.known = known;
    }

    /** Makes it, or refuses with what of it cannot be. */
    public Made make(Wanted wanted) {
        MakingProject.Made made = making.make(wanted.called(), wanted.set());
        long firm = firms.add(made.project(), wanted.firmCode(), wanted.firmName(), made.firms().orElse(null));
        long person = people.addPerson(made.project(), new People.NewPerson(firm, wanted.controller(), wanted.controllerEmail(),
                "Document controller"));
        String controls = wanted.set().roles().stream().filter(r -> r.may().controls()).map(StartingSet.RoleOfSet::name).findFirst()
                .orElseThrow();
        roles.setHolders(made.project(), Objects.requireNonNull(made.roles().get(controls)), List.of(person), 0);
        RuleFileReader.Sheet sheet = wanted.set().rules().file().isEmpty() ? usual(wanted.set()) : sheet(made.project(), wanted.set());
        sheets.begin(made.project(), sheet.project(), sheet.rules(), person);
        return new Made(made.project(), person);
    }

    /** No rule, and what is left to the project is numbered and reviewed by the first scheme and route there is. */
    private static RuleFileReader.Sheet usual(StartingSet set) {
        Handling usual = Handling.USUAL;
        return new RuleFileReader.Sheet(new Handling(usual.identify(),
                new NumberPlan(set.schemes().stream().filter(s -> s.of() == Scheme.Of.DOCUMENTS).map(Scheme::key).findFirst()),
                        usual.prepare(),
                new ReviewPlan(set.reviewing().routes().stream().map(Route::key).findFirst()), usual.issue(), usual.tell(),
                usual.untaken()),
                List.of());
    }

    /** The rule sheet of a set, now that the folders and roles it names exist. */
    private RuleFileReader.Sheet sheet(long project, StartingSet set) {
        RuleFileReader reader = new RuleFileReader(new Naming(project, folders, known));
        return switch (TextFile.read(set.rules().file(), (FilePart root) -> root.find("rules").map(reader::sheet).orElseThrow())) {
            case TextFile.Read.Sound<RuleFileReader.Sheet>(RuleFileReader.Sheet sheet) -> set.rules().asInFile() ? sheet
                    : new RuleFileReader.Sheet(sheet.project(), NamesOfFiles.over(sheet.rules(), set.rules().names().orElseThrow(),
                            set.fields()));
            case TextFile.Read.Wrong<RuleFileReader.Sheet>(var faults) -> throw Refused.invalid("set", "Line " + faults.getFirst().line()
                    + " of the set: " + faults.getFirst().reason());
        };
    }
}
