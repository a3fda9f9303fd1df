package app.pervius.server.demo;

import app.pervius.core.number.Scheme;
import app.pervius.core.template.FolderPlan;
import app.pervius.core.template.FolderTemplate;
import app.pervius.server.access.Actor;
import app.pervius.server.numbers.LedgerDesk;
import app.pervius.server.numbers.Reserving;
import app.pervius.server.numbers.Schemes;
import app.pervius.server.numbers.Taking;
import app.pervius.server.numbers.TakingOver;
import app.pervius.server.packages.Kind;
import app.pervius.server.packages.Packages;
import app.pervius.server.packages.Templates;
import app.pervius.server.setup.StandardProject;
import app.pervius.server.tables.Table;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Numbers of Kestrel Weir that did not come with a file: taken over, taken beforehand, reserved, given up; and its work packages. */
@Component
@Profile("demo")
class KestrelWeirNumbers {

    private static final String DOCUMENTS = StandardProject.DOCUMENTS;

    /** Whom and what it needs to know. */
    record Cast(long project, Actor controller, Map<String, Long> firms, long workInProgress, long hydraulicDesign) {
    }

    private final Schemes schemes;
    private final Taking taking;
    private final TakingOver takingOver;
    private final Reserving reserving;
    private final LedgerDesk ledger;
    private final Templates templates;
    private final Packages packages;
    private final InstantSource clock;
    private final TransactionTemplate transaction;

    KestrelWeirNumbers(Schemes schemes, Taking taking, TakingOver takingOver, Reserving reserving, LedgerDesk ledger, Templates templates,
            Packages packages,
            InstantSource clock, TransactionTemplate transaction) {
        this.schemes = schemes;
        this.taking = taking;
        this.takingOver = takingOver;
        this.reserving = reserving;
        this.ledger = ledger;
        this.templates = templates;
        this.packages = packages;
        this.clock = clock;
        this.transaction = transaction;
    }

    static Actor controller(long person, String name, long firm, long project) {
        return new Actor(0, name, false, Map.of(project, new Actor.Membership(person, firm, name, Set.of(), true, true, Set.of(), true,
                true, true)));
    }

    void tell(Cast cast) {
        takeOver(cast);
        LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        reserving.reserve(cast.project(), new Reserving.WantedRun(DOCUMENTS, Map.of("discipline", "C", "type", "RP"), 12,
                Objects.requireNonNull(cast.firms().get("ALD")), today.plusDays(180),
                "Site investigation reports"), cast.controller());
        take(cast, "ALD", "C", "RP", "Settlement of the left bank, monthly", 6);
        ledger.setNext(cast.project(), DOCUMENTS, "ALD·C·RP", 51, "31 to 50 are with the laboratory, on paper", cast.controller());
        take(cast, "ALD", "C", "RP", "Grouting trials", 3);
        Taking.Taken never = take(cast, "ALD", "C", "RP", "Trial pit logs", 1).getFirst();
        ledger.giveUp(cast.project(), never.number(), "The pits are logged in the laboratory's own report", cast.controller());
        take(cast, "FNK", "H", "SP", "Stop logs, fabrication and testing", 1);
        transaction.executeWithoutResult(status -> schemes.putInForce(cast.project(), new Scheme("changes", "Changes", 0, Scheme.Of.CHANGES,
                "{project}-CH-{today:YY}-{counter:3}", List.of(), true, 1, 1, List.of()), 0, cast.controller().person(cast.project())));
        taking.take(cast.project(), new Taking.Wanted("changes", Map.of(), "Sill raised by 120 mm", "", 1, cast.firms().get("ALD")),
                cast.controller());
        makePackages(cast);
    }

    private List<Taking.Taken> take(Cast cast, String firm, String discipline, String type, String title, int count) {
        return taking.take(cast.project(), new Taking.Wanted(DOCUMENTS, Map.of("discipline", discipline, "type", type), title, "", count,
                cast.firms().get(firm)),
                cast.controller());
    }

    private void takeOver(Cast cast) {
        List<Table.Row> rows = new ArrayList<>();
        List<String> titles = List.of("Ground investigation, desk study", "Borehole logs BH1 to BH6", "Soil laboratory results",
                "Existing weir, condition survey",
                "Fish counter records 2019 to 2024", "Dewatering trial", "Sheet pile pull-out tests", "Vibration monitoring baseline");
        for (int i = 0; i < titles.size(); i++) {
            rows.add(new Table.Row(i + 2, List.of("KWR-ALD-C-RP-%04d".formatted(i + 1), titles.get(i), "ALD", i < 5 ? "P02" : "P01",
                    "AC/SI/" + (110 + i))));
        }
        takingOver.takeOver(cast.project(), DOCUMENTS, new Table(List.of("Number", "Title", "Originator", "Revision", "Own reference"),
                rows), false, cast.controller());
    }

    private void makePackages(Cast cast) {
        FolderPlan root = plan("root", "{package} {title}", FolderPlan.Owner.FIRM, Map.of("discipline", "H"), List.of(), List.of(
                plan("drawings", "Drawings", FolderPlan.Owner.AS_ABOVE, Map.of("type", "DR"), List.of(cast.hydraulicDesign()), List.of()),
                plan("calculations", "Calculations", FolderPlan.Owner.AS_ABOVE, Map.of("type", "CA"), List.of(cast.hydraulicDesign()),
                        List.of()),
                plan("letters", "Letters of {originator}", FolderPlan.Owner.AS_ABOVE, Map.of(), List.of(), List.of())));
        transaction.executeWithoutResult(status -> templates.putInForce(cast.project(),
                new FolderTemplate("design-package", "Design package", 0, root), 0,
                cast.controller().person(cast.project())));
        packages.make(cast.project(), new Packages.WantedPackage(Kind.WORK_PACKAGE, "WP-03", "Fish pass", cast.firms().get("FNK"),
                "design-package",
                cast.workInProgress(), Map.of()), cast.controller());
    }

    private static FolderPlan plan(String key, String name, FolderPlan.Owner owner, Map<String, String> values, List<Long> rules,
            List<FolderPlan> below) {
        return new FolderPlan(key, name, Optional.empty(), owner, values, rules, below);
    }
}
