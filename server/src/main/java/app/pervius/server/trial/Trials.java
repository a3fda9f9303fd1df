package app.pervius.server.trial;

import app.pervius.core.identify.IdentifyEffect;
import app.pervius.core.issue.IssueEffect;
import app.pervius.core.number.NumberEffect;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.passage.StopReason;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FirmId;
import app.pervius.core.register.KnownNumbers;
import app.pervius.core.review.ReviewStation;
import app.pervius.core.review.Route;
import app.pervius.core.rules.Arrival;
import app.pervius.core.rules.ArrivalFacts;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.tell.Occasion;
import app.pervius.core.trial.Tried;
import app.pervius.server.documents.Documents;
import app.pervius.server.numbers.LedgerBook;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.RouteSketch;
import app.pervius.server.rules.Arriving;
import app.pervius.server.rules.ArriveWork;
import app.pervius.server.rules.Speaking;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tries a sheet on arrivals: every station decides as it would, and what it wants done is only noted. */
@Service
@Transactional(readOnly = true)
public class Trials {

    private final ArriveWork arrive;
    private final Arriving arriving;
    private final Speaking speaking;
    private final RouteSketch routes;
    private final Documents documents;
    private final LedgerBook book;
    private final People people;
    private final Projects projects;
    private final Map<Station, StationWork<?>> works = new EnumMap<>(Station.class);

    Trials(ArriveWork arrive, Arriving arriving, Speaking speaking, RouteSketch routes, Documents documents, LedgerBook book, People people, Projects projects,
            List<StationWork<?>> works) {
        this.arrive = arrive;
        this.arriving = arriving;
        this.speaking = speaking;
        this.routes = routes;
        this.documents = documents;
        this.book = book;
        this.people = people;
        this.projects = projects;
        works.forEach(work -> this.works.put(work.station(), work));
    }

    /** Books for one trial of a project. */
    ScratchBooks begin(long project) {
        return new ScratchBooks(book.looking(project), number -> book.known(project, number));
    }

    /** The rules tried on an arrival, each with the first condition that was not met. */
    RuleSheet.Verdict explain(PassageFacts arrival, RuleSheet sheet) {
        return sheet.explain(arriving.facts(arrival));
    }

    /**
     * What would come of an arrival under a sheet.
     *
     * @param arrival as it comes in at Arrive
     * @param asItWas the register as it was when it arrived
     */
    Tried attempt(PassageFacts arrival, RuleSheet sheet, ScratchBooks scratch, KnownNumbers asItWas) {
        return new Attempt(arrival, sheet, scratch, scratch.forOne(asItWas)).run();
    }

    /** What would come of several arrivals, one after the other, as the register is: at once, so that what they have in common is read once. */
    List<Tried> attempt(List<PassageFacts> several, RuleSheet sheet, ScratchBooks scratch) {
        return several.stream().map(arrival -> attempt(arrival, sheet, scratch, scratch.asItIs())).toList();
    }

    /** One arrival on its way through the stations. */
    private final class Attempt {
        private final RuleSheet sheet;
        private final ScratchBooks scratch;
        private final Books books;
        private final RuleSheet.Verdict verdict;
        private final boolean intake;
        private final List<Tried.Halt> halts = new ArrayList<>();
        private final Map<Integer, Tried.End> ends = new LinkedHashMap<>();
        private final List<Tried.Told> told = new ArrayList<>();
        private List<Tried.Step> steps = List.of();
        private Optional<String> route = Optional.empty();
        private PassageFacts passage;

        Attempt(PassageFacts arrival, RuleSheet sheet, ScratchBooks scratch, Books books) {
            this.sheet = sheet;
            this.scratch = scratch;
            this.books = books;
            this.passage = arrival;
            ArrivalFacts facts = arriving.facts(arrival);
            this.intake = sheet.intake(facts.pathUp());
            this.verdict = sheet.explain(facts);
        }

        Tried run() {
            if (!intake && !passage.byHand()) {
                tells(Occasion.ARRIVED, Map.of(), "");
            } else if (arrives() && identified() && numbered() && prepared()) {
                reviewed();
            }
            return new Tried(intake, passage.rule().map(PassageFacts.TakenBy::name), verdict.passedOver(), verdict.watching().stream().map(row -> row.rule().name()).toList(), halts,
                    passage.number(), passage.revision(), passage.title(), passage.values().byKey(), route, steps, ends, told);
        }

        private boolean arrives() {
            Outcome<Arrival.TakenBy> outcome = arrive.decide(passage, sheet);
            effects(outcome).stream().findFirst().ifPresent(taken ->
                    passage = passage.takenBy(ArriveWork.by(taken), sheet.handling((HandlingRule) taken.row().rule())));
            return goesOn(Station.ARRIVE, outcome);
        }

        private boolean identified() {
            Outcome<IdentifyEffect> outcome = decide(Station.IDENTIFY);
            for (IdentifyEffect effect : effects(outcome)) {
                switch (effect) {
                    case IdentifyEffect.FieldsRead(FieldValues values) -> passage = passage.valued(values.with(passage.given()));
                    case IdentifyEffect.TitleRead(String title) -> passage = passage.titled(title);
                    case IdentifyEffect.AwaitEnd await -> { }
                    case IdentifyEffect.UseReserved reserved -> passage = passage.numbered(scratch.opened(reserved.number(), reserved.first(), new FirmId(passage.authorFirm()),
                            people.firm(passage.authorFirm()).name(), passage.values()), reserved.number(), reserved.first().toString(), 1);
                    case IdentifyEffect.NextRevision next -> {
                        long document = next.document().id().value();
                        FieldValues values = scratch.valuesOf(document).orElseGet(() -> documents.valuesOf(document));
                        scratch.came(next.document(), next.code());
                        passage = passage.valued(values).numbered(document, next.document().number(), next.code().toString(), next.cycle());
                        values.get("title").ifPresent(title -> passage = passage.titled(title));
                    }
                }
            }
            return goesOn(Station.IDENTIFY, outcome);
        }

        private boolean numbered() {
            Outcome<NumberEffect> outcome = decide(Station.NUMBER);
            for (NumberEffect effect : effects(outcome)) {
                if (effect instanceof NumberEffect.Assign assign) {
                    long document = scratch.drawn(assign.drawing(), assign.first(), new FirmId(passage.authorFirm()), people.firm(passage.authorFirm()).name(), passage.values());
                    passage = passage.numbered(document, assign.drawing().number(), assign.first().toString(), 1);
                }
            }
            return goesOn(Station.NUMBER, outcome);
        }

        private boolean prepared() {
            return goesOn(Station.PREPARE, decide(Station.PREPARE));
        }

        private void reviewed() {
            Outcome<ReviewStation.Join> outcome = decide(Station.REVIEW);
            effects(outcome).stream().findFirst().ifPresent(join -> {
                route = Optional.of(join.route().name());
                steps = routes.steps(passage, join);
                tells(Occasion.ARRIVED, Map.of(), "");
                decisions(join.route());
            });
            if (goesOn(Station.REVIEW, outcome)) {
                tells(Occasion.ARRIVED, Map.of(), "");
                Outcome<Object> filed = decide(Station.ISSUE);
                ends.put(0, end(filed));
                if (goesOn(Station.ISSUE, filed)) {
                    tells(Occasion.ISSUED, Map.of(), "");
                }
            }
        }

        private void decisions(Route on) {
            boolean issued = false;
            boolean returned = false;
            for (DecisionCode code : projects.settings(passage.project()).decisionCodes()) {
                Optional<PassageFacts.Decided> decided = RouteSketch.decided(on, code.digit());
                if (decided.isEmpty()) {
                    ends.put(code.digit(), new Tried.End(true, false, "An earlier step will begin anew."));
                    continue;
                }
                PassageFacts before = passage;
                passage = passage.decided(decided.get());
                Tried.End end = end(decide(Station.ISSUE));
                ends.put(code.digit(), end);
                boolean back = end.back();
                if (end.fine() && (back ? !returned : !issued)) {
                    tells(back ? Occasion.RETURNED : Occasion.ISSUED, Map.of(), "");
                    issued |= !back;
                    returned |= back;
                }
                passage = before;
            }
        }

        private Tried.End end(Outcome<?> outcome) {
            return switch (outcome) {
                case Outcome.Passed<?>(var effects, String account, String foretold) -> new Tried.End(true, effects.stream().anyMatch(IssueEffect.ReturnToAuthor.class::isInstance), foretold);
                case Outcome.Waiting<?>(var effects, String forWhat, var until) -> new Tried.End(true, false, "Will wait for " + forWhat + ".");
                case Outcome.Stopped<?>(StopReason reason, var waysOut) -> new Tried.End(false, false, reason.sentence());
                case Outcome.Returned<?>(StopReason reason) -> new Tried.End(true, true, reason.sentence());
            };
        }

        private void tells(Occasion occasion, Map<String, String> known, String usual) {
            Speaking.Spoken spoken = speaking.spoken(passage, occasion, sheet, known, usual);
            boolean author = occasion == Occasion.STOPPED && passage.handling().map(h -> h.tell().authorOfStops()).orElse(true);
            if (author && !spoken.persons().containsKey(passage.author())) {
                told.add(new Tried.Told(occasion, people.person(passage.author()).name(), passage.rule().map(PassageFacts.TakenBy::name).orElse(""), usual));
            }
            spoken.persons().forEach((person, said) -> told.add(new Tried.Told(occasion, people.person(person).name(), said.rules(), said.text())));
            spoken.addresses().forEach((address, said) -> told.add(new Tried.Told(occasion, address, said.rules(), said.text())));
        }

        @SuppressWarnings("unchecked")
        private <E> Outcome<E> decide(Station station) {
            return (Outcome<E>) Objects.requireNonNull(works.get(station)).decide(passage, books);
        }

        private boolean goesOn(Station station, Outcome<?> outcome) {
            Tried.Halt halt = switch (outcome) {
                case Outcome.Passed<?>(var effects, String account, String foretold) -> new Tried.Halt(station, Tried.Kind.PASSED, foretold, Optional.empty(), List.of());
                case Outcome.Waiting<?>(var effects, String forWhat, var until) -> new Tried.Halt(station, Tried.Kind.WAITING, "Will wait for " + forWhat + ".", Optional.empty(), List.of());
                case Outcome.Stopped<?>(StopReason reason, var waysOut) -> new Tried.Halt(station, Tried.Kind.STOPPED, reason.sentence(), Optional.of(reason.code()), reason.fields());
                case Outcome.Returned<?>(StopReason reason) -> new Tried.Halt(station, Tried.Kind.RETURNED, reason.sentence(), Optional.of(reason.code()), reason.fields());
            };
            halts.add(halt);
            if (halt.kind() == Tried.Kind.STOPPED) {
                tells(Occasion.STOPPED, Map.of("reason", halt.account()), "At " + station.label() + ": " + halt.account());
            } else if (halt.kind() == Tried.Kind.RETURNED) {
                tells(Occasion.RETURNED, Map.of("reason", halt.account()), halt.account());
            }
            return halt.kind() == Tried.Kind.PASSED;
        }

        private static <E> List<E> effects(Outcome<E> outcome) {
            return switch (outcome) {
                case Outcome.Passed<E>(List<E> effects, String account, String foretold) -> effects;
                case Outcome.Waiting<E>(List<E> effects, String forWhat, var until) -> effects;
                case Outcome.Stopped<E> stopped -> List.of();
                case Outcome.Returned<E> returned -> List.of();
            };
        }
    }
}
