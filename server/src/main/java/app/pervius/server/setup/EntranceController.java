package app.pervius.server.setup;

import app.pervius.core.project.Code;
import app.pervius.server.access.Actor;
import app.pervius.server.access.Sessions;
import app.pervius.server.folders.Folders;
import app.pervius.server.http.Problem;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.env.Environment;
import org.springframework.core.env.Profiles;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What stands at the door: how one gets in, and the first start of an empty installation. */
@RestController
@RequestMapping("/api/entrance")
class EntranceController {

    private static final List<Code> DISCIPLINES = List.of(new Code("A", "architecture"), new Code("C", "civil"), new Code("E", "electrical"),
            new Code("H", "hydraulics"), new Code("I", "controls"), new Code("M", "mechanical"), new Code("N", "environment"), new Code("S", "structures"));
    private static final List<Code> TYPES = List.of(new Code("DR", "drawing"), new Code("CA", "calculation"), new Code("SP", "specification"),
            new Code("MS", "method statement"), new Code("IT", "inspection plan"), new Code("DS", "data sheet"), new Code("RP", "report"));

    private final PeopleDesk desk;
    private final StandardProject standard;
    private final Folders folders;
    private final Sessions sessions;
    private final TransactionTemplate transaction;
    private final Environment environment;
    private final String code = HexFormat.of().formatHex(new SecureRandom().generateSeed(6));

    EntranceController(PeopleDesk desk, StandardProject standard, Folders folders, Sessions sessions, TransactionTemplate transaction,
            Environment environment) {
        this.desk = desk;
        this.standard = standard;
        this.folders = folders;
        this.sessions = sessions;
        this.transaction = transaction;
        this.environment = environment;
    }

    /** How one gets in here. */
    record Entrance(boolean demo, boolean setUpNeeded) {
    }

    /** The first administrator, his or her firm, and the first project; {@code code} stands on the console. */
    record FirstEntry(@NotBlank String code, @NotBlank @Size(max = 200) String name, @NotBlank @Size(max = 254) String email,
            @NotBlank @Size(max = 200) String password, @NotBlank @Size(max = 10) String firmCode, @NotBlank @Size(max = 200) String firmName,
            @NotBlank @Size(max = 10) String projectCode, @NotBlank @Size(max = 200) String projectName, @NotBlank @Size(max = 60) String zone) {
    }

    @GetMapping
    Entrance entrance() {
        return new Entrance(environment.acceptsProfiles(Profiles.of("demo")), desk.nobodyYet());
    }

    /** Sets up an empty installation; afterwards the first administrator is signed in. Possible once. */
    @PostMapping("/set-up")
    Actor setUp(@Valid @RequestBody FirstEntry entry, HttpServletRequest request, HttpServletResponse response) {
        if (!code.equals(entry.code())) {
            throw Problem.invalid("code", "This is not the code on the console of the machine Pervius was started on.");
        }
        long person = Objects.requireNonNull(transaction.execute(status -> setUp(entry)));
        return sessions.begin(person, request, response);
    }

    private synchronized long setUp(FirstEntry entry) {
        if (!desk.nobodyYet()) {
            throw Problem.conflict("already-set-up", "This installation has been set up already; sign in.");
        }
        long firm = desk.addFirm(entry.firmCode(), entry.firmName());
        long person = desk.addPerson(new People.NewPerson(firm, entry.name(), entry.email(), "Administrator", entry.password(), true));
        StandardProject.Made made = standard.make(new StandardProject.Wanted(entry.projectCode(), entry.projectName(), entry.zone(),
                DISCIPLINES, TYPES, List.of()));
        folders.make(new Folders.NewFolder(made.workInProgress(), entry.firmName(), null, firm, Map.of()));
        desk.setHolders(made.project(), made.controller(), List.of(person), 0);
        return person;
    }

    @EventListener(ApplicationReadyEvent.class)
    void tellTheCode() {
        if (!environment.getProperty("pervius.working", Boolean.class, true)) {
            return;
        }
        if (desk.nobodyYet() && !environment.acceptsProfiles(Profiles.of("demo"))) {
            System.out.println("Pervius is empty. Set it up at " + environment.getProperty("pervius.address") + "/set-up?code=" + code);
        } else if (!environment.acceptsProfiles(Profiles.of("demo"))) {
            System.out.println("Pervius answers at " + environment.getProperty("pervius.address"));
        }
    }
}
