package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import app.pervius.core.number.NumberState;
import app.pervius.core.number.Scheme;
import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
import app.pervius.server.passages.Moves;
import app.pervius.server.refused.Refused;
import app.pervius.server.tables.Table;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Numbers that were given before Pervius, taken over from a list: all of them or, if anything is wrong, none. */
@Service
public class TakingOver {
    private static final int MOST_FAULTS = 200;
    /** So many rows make one transaction: short, so that nobody's answer waits long for it. Begun again, it goes on where it was. */
    private static final int PORTION = 500;

    /**
     * What came of a list.
     *
     * @param rows how many numbers it has
     * @param known how many of them had been taken over before, just so
     * @param faults what is wrong with it; nothing was changed if there is any
     */
    public record TakenOver(int rows, int known, List<Table.TableFault> faults) {
    }

    private final LedgerRepository entries;
    private final TakeOverCheck check;
    private final Counters counters;
    private final Schemes schemes;
    private final Documents documents;
    private final NumberEvents events;
    private final JdbcClient jdbc;
    private final InstantSource clock;
    private final TransactionTemplate transaction;

    TakingOver(LedgerRepository entries, TakeOverCheck check, Counters counters, Schemes schemes, Documents documents, NumberEvents events,
            JdbcClient jdbc, InstantSource clock, TransactionTemplate transaction) {
        this.entries = entries;
        this.check = check;
        this.counters = counters;
        this.schemes = schemes;
        this.documents = documents;
        this.events = events;
        this.jdbc = jdbc;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** Reads the list against a scheme and, unless it is only to be looked at, takes it over. */
    public TakenOver takeOver(long project, String key, Table table, boolean onlyLook, Actor actor) {
        actor.mustControl(project);
        Scheme scheme = schemes.inForce(project, key).filter(s -> s.of() == Scheme.Of.DOCUMENTS)
                .orElseThrow(() -> Refused.notFound("scheme"));
        List<Table.TableFault> faults = new ArrayList<>();
        List<TakeOverCheck.Line> lines = new ArrayList<>();
        int known = check.read(project, scheme, table, lines, faults);
        TakenOver result = new TakenOver(table.rows().size(), known, List.copyOf(faults.subList(0, Math.min(MOST_FAULTS, faults.size()))));
        if (!faults.isEmpty() || onlyLook) {
            return result;
        }
        for (int from = 0; from < lines.size(); from += PORTION) {
            List<TakeOverCheck.Line> portion = lines.subList(from, Math.min(lines.size(), from + PORTION));
            transaction.executeWithoutResult(status -> portion.forEach(line -> keep(project, scheme, line, actor)));
        }
        transaction.executeWithoutResult(status -> {
            lines.stream().filter(l -> l.counter() != null).collect(Collectors.groupingBy(TakeOverCheck.Line::counter, TreeMap::new,
                    Collectors.toList()))
                    .keySet().forEach(counter -> passOver(project, scheme, counter));
            if (!lines.isEmpty()) {
                events.write(project, key, null, actor, "Took over " + lines.size() + " numbers from a list, from " + lines.getFirst()
                        .number() + " to "
                        + lines.getLast().number() + ".");
            }
        });
        return result;
    }

    private void keep(long project, Scheme scheme, TakeOverCheck.Line line, Actor actor) {
        long document = documents.openBeforehand(new Documents.NewDocument(project, line.number(), line.title(), line.firm(), line.values(),
                line.ownReference()));
        if (!line.revision().isEmpty()) {
            documents.hadBefore(document, line.revision());
        }
        LedgerEntry entry = new LedgerEntry();
        entry.projectId = project;
        entry.number = line.number();
        entry.schemeKey = scheme.key();
        entry.schemeEdition = scheme.edition();
        entry.combination = line.counter() == null ? "" : line.counter().combination();
        entry.counterValue = line.value();
        entry.state = NumberState.TAKEN_OVER;
        entry.documentId = document;
        entry.title = line.title();
        entry.firmId = line.firm();
        entry.personId = actor.person(project);
        entry.assignedAt = clock.instant();
        entries.save(entry);
    }

    /** Moves a counter over the numbers at its place that have an entry now; what lies further on it passes over when it comes there. */
    private void passOver(long project, Scheme scheme, CounterKey counter) {
        var now = counters.next(project, counter, scheme.start(), scheme.step());
        Set<Long> taken = new HashSet<>(jdbc.sql("""
                select counter_value from ledger_entry where project_id = ? and scheme_key = ? and combination = ? and counter_value >=
                    ?""")
                .params(project, counter.scheme(), counter.combination(), now.value()).query(Long.class).list());
        long next = now.value();
        while (taken.contains(next)) {
            next += now.step();
        }
        if (next != now.value()) {
            counters.moveTo(project, counter, next);
        }
    }
}
