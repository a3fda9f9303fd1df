package app.pervius.server.stations;

import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.number.NumberEffect;
import app.pervius.core.number.NumberPlan;
import app.pervius.core.number.Numbering;
import app.pervius.core.number.Scheme;
import app.pervius.core.number.Source;
import app.pervius.core.passage.Change;
import app.pervius.core.passage.Follow;
import app.pervius.core.passage.Identity;
import app.pervius.core.passage.Notice;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.project.FieldValues;
import app.pervius.core.tell.Occasion;
import app.pervius.core.register.RevisionSequence;
import app.pervius.core.rules.Handling;
import app.pervius.server.documents.Sequences;
import app.pervius.server.numbers.Questions;
import app.pervius.server.numbers.Schemes;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import app.pervius.server.projects.Projects;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

@Component
class NumberWork implements StationWork<NumberEffect> {

    private final Schemes schemes;
    private final Sequences sequences;
    private final Questions questions;
    private final Projects projects;
    private final InstantSource clock;

    NumberWork(Schemes schemes, Sequences sequences, Questions questions, Projects projects, InstantSource clock) {
        this.schemes = schemes;
        this.sequences = sequences;
        this.questions = questions;
        this.projects = projects;
        this.clock = clock;
    }

    @Override
    public Station station() {
        return Station.NUMBER;
    }

    @Override
    public Outcome<NumberEffect> decide(PassageFacts passage, Books books) {
        Projects.Settings project = projects.settings(passage.project());
        Optional<RevisionSequence> wanted = passage.handling().map(Handling::identify).flatMap(IdentifyPlan::sequence)
                .flatMap(sequences.inForce(passage.project())::find);
        RevisionSequence sequence = wanted.orElseGet(() -> sequences.inForce(passage.project()).inOrder().getFirst());
        return Numbering.decide(passage.number(), values(passage), numbers(passage), scheme(passage), project.fields(), books.ledger(),
                LocalDate.ofInstant(clock.instant(), project.zone()), sequence.first());
    }

    @Override
    public Follow follow(PassageFacts passage, List<NumberEffect> effects, Books books) {
        List<Change> changes = effects.stream().filter(NumberEffect.Assign.class::isInstance).map(NumberEffect.Assign.class::cast)
                .<Change>map(assign -> new Change.Numbered(
                new Identity.Revision(books.assign(passage, assign.drawing(), assign.first()), assign.drawing().number(), assign.first()
                        .toString(), 1))).toList();
        return new Follow(changes, changes.isEmpty() ? List.of()
                : List.of(new Notice(Occasion.NUMBERED, Set.of(Notice.Whom.NAMED_BY_RULES), "", Map.of())));
    }

    @Override
    public void carryOut(PassageFacts passage, List<NumberEffect> effects) {
        for (NumberEffect effect : effects) {
            if (effect instanceof NumberEffect.Ask(Source.Asked source, FieldValues about)) {
                questions.ask(passage, source, about);
            }
        }
    }

    /** Its values, with what other systems have answered where the scheme asks any. */
    private FieldValues values(PassageFacts passage) {
        boolean asks = scheme(passage).filter(s -> s.sources().stream().anyMatch(Source.Asked.class::isInstance)).isPresent();
        return asks ? passage.values().with(questions.to(passage.id())) : passage.values();
    }

    /** A rule without a scheme gives no numbers; what was sent without a rule gets one. */
    private static boolean numbers(PassageFacts passage) {
        return passage.handling().map(handling -> handling.number().scheme().isPresent()).orElse(true);
    }

    private Optional<Scheme> scheme(PassageFacts passage) {
        Optional<Scheme> byRule = passage.handling().map(Handling::number).flatMap(NumberPlan::scheme)
                .flatMap(key -> schemes.inForce(passage.project(), key));
        return byRule.isEmpty() && passage.rule().isEmpty() && passage.byHand()
                ? schemes.all(passage.project()).stream().filter(s -> s.of() == Scheme.Of.DOCUMENTS).findFirst() : byRule;
    }
}
