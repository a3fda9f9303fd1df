package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import app.pervius.core.number.Ledger;
import app.pervius.core.number.NumberEffect;
import app.pervius.core.number.Numbering;
import app.pervius.core.number.Scheme;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.server.documents.Documents;
import app.pervius.server.passages.PassageChange;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.Rules;
import app.pervius.server.store.CrashPoint;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

@Component
class NumberWork implements StationWork<NumberEffect> {

    private final Rules rules;
    private final Schemes schemes;
    private final Counters counters;
    private final LedgerRepository ledger;
    private final Documents documents;
    private final Projects projects;
    private final InstantSource clock;

    NumberWork(Rules rules, Schemes schemes, Counters counters, LedgerRepository ledger, Documents documents, Projects projects,
            InstantSource clock) {
        this.rules = rules;
        this.schemes = schemes;
        this.counters = counters;
        this.ledger = ledger;
        this.documents = documents;
        this.projects = projects;
        this.clock = clock;
    }

    @Override
    public Station station() {
        return Station.NUMBER;
    }

    @Override
    public Outcome<NumberEffect> decide(PassageFacts passage) {
        return Numbering.decide(passage.number(), passage.values(), scheme(passage), projects.settings(passage.project()).fields(),
                ledgerOf(passage.project()));
    }

    @Override
    public List<PassageChange> perform(PassageFacts passage, List<NumberEffect> effects) {
        return effects.stream().map(effect -> switch (effect) {
            case NumberEffect.Assign assign -> assign(passage, assign);
        }).toList();
    }

    private PassageChange assign(PassageFacts passage, NumberEffect.Assign assign) {
        counters.given(passage.project(), assign.counter(), assign.value());
        long document = documents.open(passage.project(), assign.number(), passage.title(), passage.authorFirm(), passage.values());
        LedgerEntry entry = new LedgerEntry();
        entry.projectId = passage.project();
        entry.number = assign.number();
        entry.schemeKey = assign.counter().scheme();
        entry.schemeEdition = scheme(passage).map(Scheme::edition).orElseThrow();
        entry.combination = assign.counter().combination();
        entry.counterValue = assign.value();
        entry.documentId = document;
        entry.assignedAt = clock.instant();
        entry.byRule = passage.ruleInWords();
        ledger.save(entry);
        documents.addRevision(document, assign.first(), 1, passage.id());
        CrashPoint.NUMBER_TAKEN.reached();
        return new PassageChange.Numbered(document, assign.number(), assign.first().toString(), 1);
    }

    private Optional<Scheme> scheme(PassageFacts passage) {
        return passage.rule().flatMap(by -> rules.edition(by.rule(), by.edition()).scheme())
                .flatMap(key -> schemes.inForce(passage.project(), key));
    }

    private Ledger ledgerOf(long project) {
        return new Ledger() {
            @Override
            public long next(CounterKey counter, long first) {
                return counters.next(project, counter, first);
            }

            @Override
            public boolean knows(String number) {
                return ledger.existsByProjectIdAndNumber(project, number);
            }
        };
    }
}
