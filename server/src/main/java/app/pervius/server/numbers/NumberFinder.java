package app.pervius.server.numbers;

import app.pervius.core.number.NumberState;
import app.pervius.server.access.Actor;
import app.pervius.server.people.People;
import app.pervius.server.search.Finder;
import app.pervius.server.store.Portions;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;

/** Finds numbers that are no document's: reserved, given back, voided. */
@Component
class NumberFinder implements Finder {

    private final LedgerRepository ledger;
    private final People people;

    NumberFinder(LedgerRepository ledger, People people) {
        this.ledger = ledger;
        this.people = people;
    }

    @Override
    public Kind kind() {
        return Kind.NUMBER;
    }

    @Override
    public Found find(long project, String text, int most, Actor actor) {
        String bare = text.strip().toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", "");
        List<Long> all = bare.isEmpty() ? List.of() : ledger.found(project, actor.seenFirms(project),
                List.of(NumberState.RESERVED, NumberState.GIVEN_BACK, NumberState.VOIDED), bare, Limit.of(COUNTED + 1));
        return Found.of(all, most, ids -> Portions.of(ids, ledger::findAllById).stream().sorted(Comparator.comparing(LedgerEntry::id))
                .map(e -> new Hit(e.number, null, e.title,
                e.state.label() + (e.firmId == null ? "" : " for " + people.firm(e.firmId).name()), "/numbers/" + e.schemeKey)).toList());
    }
}
