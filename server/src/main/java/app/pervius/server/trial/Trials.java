package app.pervius.server.trial;

import app.pervius.core.issue.IssueEffect;
import app.pervius.core.passage.Decision;
import app.pervius.core.passage.Move;
import app.pervius.core.passage.Notice;
import app.pervius.core.passage.Notice.Whom;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.TakenBy;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FieldValues;
import app.pervius.core.register.KnownNumbers;
import app.pervius.core.review.ReviewStation;
import app.pervius.core.review.Route;
import app.pervius.core.rules.ArrivalFacts;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.tell.Manner;
import app.pervius.core.tell.Occasion;
import app.pervius.core.trial.Tried;
import app.pervius.server.documents.Documents;
import app.pervius.server.numbers.LedgerBook;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.Line;
import app.pervius.server.passages.Notices;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.RouteSketch;
import app.pervius.server.rules.arriving.Arriving;
import app.pervius.server.rules.arriving.Speaking;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Tries a sheet on arrivals: they go the line every passage goes, over scratch books, and what the stations want done is only noted. */
@Service
@Transactional(readOnly = true)
public class Trials {

    private final Line line;
    private final Notices notices;
    private final Arriving arriving;
    private final Speaking speaking;
    private final RouteSketch routes;
    private final Documents documents;
    private final LedgerBook book;
    private final People people;
    private final Projects projects;

    Trials(Line line, Notices notices, Arriving arriving, Speaking speaking, RouteSketch routes, Documents documents, LedgerBook book,
            People people, Projects projects) {
        this.line = line;
        this.notices = notices;
        this.arriving = arriving;
        this.speaking = speaking;
        this.routes = routes;
        this.documents = documents;
        this.book = book;
        this.people = people;
        this.projects = projects;
    }

    /** Books for one trial of a project. */
    ScratchBooks begin(long project) {
        return new ScratchBooks(book.looking(project), number -> book.known(project, number), documents::valuesOf, firm -> people.firm(firm)
                .name());
    }

    /** The rules tried on an arrival, each with the first condition that was not met. */
    RuleSheet.Verdict explain(PassageFacts arrival, RuleSheet sheet) {
        return sheet.explain(arriving.facts(arrival));
    }

    /**
     * How a rule of a sheet fits an arrival.
     *
     * @param unmet why it does not, as a clause
     * @param before the handling rule above that takes it first
     */
    record Fit(Optional<String> unmet, Optional<String> before) {
    }

    Fit fit(PassageFacts arrival, RuleSheet sheet, long rule) {
        ArrivalFacts facts = arriving.facts(arrival);
        RuleSheet.Row row = sheet.rows().stream().filter(r -> r.ruleId() == rule).findFirst().orElseThrow();
        Optional<String> before = row.rule() instanceof HandlingRule ? sheet.judge(facts).taken().filter(taken -> taken.ruleId() != rule)
                .filter(taken -> sheet.rows().indexOf(taken) < sheet.rows().indexOf(row)).map(taken -> taken.rule().name())
                : Optional.empty();
        return new Fit(sheet.unmet(row.rule(), facts), before);
    }

    /** Does what takes long before arrivals are tried, outside of any transaction. */
    @Transactional(propagation = Propagation.NEVER)
    public void beforehand(List<PassageFacts> arrivals) {
        arrivals.forEach(arrival -> line.beforehand(arrival.files()));
    }

    /**
     * What would come of an arrival under a sheet.
     *
     * @param arrival as it comes in at Arrive
     * @param asItWas the register as it was when it arrived
     */
    Tried attempt(PassageFacts arrival, RuleSheet sheet, ScratchBooks scratch, KnownNumbers asItWas) {
        return new Attempt(arrival, sheet, scratch.forOne(asItWas, sheet)).run();
    }

    /**
     * What would come of several arrivals, one after the other, as the register is: at once, so that what they have in common is read once.
     */
    List<Tried> attempt(List<PassageFacts> several, RuleSheet sheet, ScratchBooks scratch) {
        return several.stream().map(arrival -> attempt(arrival, sheet, scratch, scratch.asItIs())).toList();
    }

    /** One arrival on its way: the ground that only takes note. */
    private final class Attempt implements Line.Ground {
        private final PassageFacts arrival;
        private final RuleSheet sheet;
        private final Books books;
        private final RuleSheet.Verdict verdict;
        private final boolean intake;
        private final List<Tried.Halt> halts = new ArrayList<>();
        private final Map<Integer, Tried.End> ends = new LinkedHashMap<>();
        private final List<Tried.Told> told = new ArrayList<>();
        private final List<Tried.Copy> copies = new ArrayList<>();
        private List<Tried.Step> steps = List.of();
        private Optional<Route> route = Optional.empty();

        Attempt(PassageFacts arrival, RuleSheet sheet, Books books) {
            this.arrival = arrival;
            this.sheet = sheet;
            this.books = books;
            ArrivalFacts facts = arriving.facts(arrival);
            this.intake = sheet.intake(facts.pathUp());
            this.verdict = sheet.explain(facts);
        }

        Tried run() {
            PassageFacts after = arrival;
            if (intake || arrival.byHand()) {
                after = line.through(arrival, this);
                if (route.isPresent()) {
                    tell(after, byRules(Occasion.STEP_BEGUN));
                }
                decisions(after);
            } else {
                tell(arrival, byRules(Occasion.ARRIVED));
            }
            return new Tried(intake, after.rule().map(TakenBy::name), verdict.passedOver(), verdict.watching().stream()
                    .map(row -> row.rule().name()).toList(), halts,
                    new Tried.Identity(after.number(), after.revision(), after.title(), after.values().byKey()), route.map(Route::name),
                    steps, ends, told, copies);
        }

        private static Notice byRules(Occasion occasion) {
            return new Notice(occasion, Set.of(Whom.NAMED_BY_RULES), "", Map.of());
        }

        @Override
        public Books books() {
            return books;
        }

        @Override
        public <E> void carryOut(StationWork<E> work, PassageFacts passage, List<E> effects) {
            effects.stream().filter(ReviewStation.Join.class::isInstance).map(ReviewStation.Join.class::cast).findFirst()
                    .ifPresent(join -> {
                route = Optional.of(join.route());
                steps = routes.steps(passage, join);
            });
        }

        @Override
        public void moved(PassageFacts before, Outcome<?> outcome, Move.Moved move, PassageFacts after) {
            Station station = before.passage().station();
            halts.add(halt(station, outcome));
            if (station == Station.ISSUE) {
                ends.put(0, end(outcome));
            }
            move.notices().forEach(notice -> tell(after, notice));
        }

        /** What each decision would lead to, where somebody is asked for one. */
        private void decisions(PassageFacts waiting) {
            Set<Occasion> spoken = EnumSet.noneOf(Occasion.class);
            route.ifPresent(on -> {
                for (DecisionCode code : projects.settings(waiting.project()).decisionCodes()) {
                    ends.put(code.digit(), RouteSketch.decided(on, code.digit()).map(decision -> decided(waiting, on, decision, spoken))
                            .orElse(new Tried.End(true, false, "An earlier step will begin anew.")));
                }
            });
        }

        private Tried.End decided(PassageFacts waiting, Route on, Decision decision, Set<Occasion> spoken) {
            PassageFacts anew = waiting.at(waiting.passage().decided(decision, new FieldValues(on.completion().values())).made().passage(),
                    books::handling);
            AfterDecision ground = new AfterDecision(books);
            line.through(anew, ground);
            Tried.End end = end(ground.last);
            if (end.fine()) {
                if (spoken.add(Occasion.DECIDED)) {
                    tell(anew, byRules(Occasion.DECIDED));
                }
                ground.told.stream().filter(notice -> spoken.add(notice.occasion()))
                        .forEach(notice -> tell(Objects.requireNonNull(ground.at), notice));
            }
            return end;
        }

        private void tell(PassageFacts passage, Notice notice) {
            List<Long> direct = notices.direct(passage, notice);
            direct.forEach(person -> told.add(new Tried.Told(notice.occasion(), people.person(person).name(),
                    person == passage.author() ? passage.rule().map(TakenBy::name).orElse("") : "", notice.text(), "",
                    notices.gathered(passage.project(), person, notice.occasion(), Manner.PLAIN), Notices.because(passage, person))));
            if (notice.whom().contains(Whom.NAMED_BY_RULES)) {
                Speaking.Spoken spoken = speaking.spoken(passage, notice.occasion(), sheet, notice.known(), notice.text());
                spoken.persons().forEach((person, said) -> {
                    if (!direct.contains(person)) {
                        told.add(told(passage, notice.occasion(), person, people.person(person).name(), said));
                    }
                });
                spoken.addresses().forEach((address, said) -> told.add(told(passage, notice.occasion(), null, address, said)));
                speaking.copies(passage, notice.occasion(), sheet).forEach(copy -> copies.add(new Tried.Copy(notice.occasion(), copy.name(),
                        !copy.failed(), copy.account(true))));
            }
        }

        private Tried.Told told(PassageFacts passage, Occasion occasion, @Nullable Long person, String who, Speaking.Said said) {
            return new Tried.Told(occasion, who, said.rules(), said.text(), said.manner().subject(),
                    notices.gathered(passage.project(), person, occasion, said.manner()), said.manner().inWords());
        }
    }

    /** The rest of the way after a decision: only where it ends, and what is told of that. */
    private static final class AfterDecision implements Line.Ground {
        private final Books books;
        private final List<Notice> told = new ArrayList<>();
        private Outcome<?> last = new Outcome.Passed<>(List.of(), "");
        private @Nullable PassageFacts at;

        AfterDecision(Books books) {
            this.books = books;
        }

        @Override
        public Books books() {
            return books;
        }

        @Override
        public <E> void carryOut(StationWork<E> work, PassageFacts passage, List<E> effects) {
            // Nothing of it happens.
        }

        @Override
        public void moved(PassageFacts before, Outcome<?> outcome, Move.Moved move, PassageFacts after) {
            last = outcome;
            at = after;
            told.addAll(move.notices());
        }
    }

    private static Tried.Halt halt(Station station, Outcome<?> outcome) {
        return switch (outcome) {
            case Outcome.Passed<?>(var effects, String account, String foretold) -> new Tried.Halt(station, Tried.Kind.PASSED, foretold,
                    Optional.empty(), List.of());
            case Outcome.Waiting<?>(var effects, var what) -> new Tried.Halt(station, Tried.Kind.WAITING,
                    "Will wait for " + what.forWhat() + ".", Optional.empty(), List.of());
            case Outcome.Stopped<?>(StopReason reason, var waysOut) -> new Tried.Halt(station, Tried.Kind.STOPPED, reason.sentence(),
                    Optional.of(reason.code()), reason.fields());
            case Outcome.Returned<?>(StopReason reason) -> new Tried.Halt(station, Tried.Kind.RETURNED, reason.sentence(),
                    Optional.of(reason.code()), reason.fields());
            case Outcome.Left<?>(String why, boolean told) -> new Tried.Halt(station, Tried.Kind.LEFT, "Will be left where it lies"
                    + (told ? ", and the document controller is told. " : ". ") + why, Optional.empty(), List.of());
        };
    }

    private static Tried.End end(Outcome<?> outcome) {
        return switch (outcome) {
            case Outcome.Passed<?>(var effects, String account, String foretold) -> new Tried.End(true, effects.stream()
                    .anyMatch(IssueEffect.ReturnToAuthor.class::isInstance), foretold);
            case Outcome.Waiting<?>(var effects, var what) -> new Tried.End(true, false, "Will wait for " + what.forWhat() + ".");
            case Outcome.Stopped<?>(StopReason reason, var waysOut) -> new Tried.End(false, false, reason.sentence());
            case Outcome.Returned<?>(StopReason reason) -> new Tried.End(true, true, reason.sentence());
            case Outcome.Left<?>(String why, boolean told) -> new Tried.End(true, false, why);
        };
    }
}
