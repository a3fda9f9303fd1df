package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import app.pervius.core.number.NumberState;
import app.pervius.core.number.Scheme;
import app.pervius.core.pattern.Reading;
import app.pervius.core.project.Fields;
import app.pervius.core.project.FieldValues;
import app.pervius.core.register.RevisionSequences;
import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
import app.pervius.server.documents.Sequences;
import app.pervius.server.refused.Refused;
import app.pervius.server.live.Live;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.tables.Table;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Numbers that were given before Pervius, taken over from a list: all of them or, if anything is wrong, none. */
@Service
public class TakingOver {

    static final int MOST = 20_000;
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

    /** A row that can be taken over. */
    private record Line(String number, String title, long firm, String revision, String ownReference, FieldValues values,
            @Nullable CounterKey counter,
            @Nullable Long value) {
    }

    private final LedgerRepository entries;
    private final Counters counters;
    private final Schemes schemes;
    private final Sequences sequences;
    private final Documents documents;
    private final Projects projects;
    private final People people;
    private final NumberEvents events;
    private final Live live;
    private final JdbcClient jdbc;
    private final InstantSource clock;
    private final TransactionTemplate transaction;

    TakingOver(LedgerRepository entries, Counters counters, Schemes schemes, Sequences sequences, Documents documents, Projects projects,
            People people,
            NumberEvents events, Live live, JdbcClient jdbc, InstantSource clock, TransactionTemplate transaction) {
        this.entries = entries;
        this.counters = counters;
        this.schemes = schemes;
        this.sequences = sequences;
        this.documents = documents;
        this.projects = projects;
        this.people = people;
        this.events = events;
        this.live = live;
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
        List<Line> lines = new ArrayList<>();
        int known = new Check(project, scheme, table, faults).read(lines);
        TakenOver result = new TakenOver(table.rows().size(), known, List.copyOf(faults.subList(0, Math.min(MOST_FAULTS, faults.size()))));
        if (!faults.isEmpty() || onlyLook) {
            return result;
        }
        for (int from = 0; from < lines.size(); from += PORTION) {
            List<Line> portion = lines.subList(from, Math.min(lines.size(), from + PORTION));
            transaction.executeWithoutResult(status -> portion.forEach(line -> keep(project, scheme, line, actor)));
        }
        transaction.executeWithoutResult(status -> {
            lines.stream().filter(l -> l.counter() != null).collect(Collectors.groupingBy(Line::counter, TreeMap::new, Collectors.toList()))
                    .keySet().forEach(counter -> passOver(project, scheme, counter));
            if (!lines.isEmpty()) {
                events.write(project, key, null, actor, "Took over " + lines.size() + " numbers from a list, from " + lines.getFirst()
                        .number() + " to "
                        + lines.getLast().number() + ".");
                live.changed(new Live.Change(project, null, Live.Topic.NUMBERS, project));
            }
        });
        return result;
    }

    private void keep(long project, Scheme scheme, Line line, Actor actor) {
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

    /** Reads the rows of one list, gathering every fault. */
    private final class Check {
        private final long project;
        private final Scheme scheme;
        private final Table table;
        private final List<Table.TableFault> faults;
        private final Fields fields;
        private final RevisionSequences revisions;
        private final Map<String, People.FirmView> firms;

        Check(long project, Scheme scheme, Table table, List<Table.TableFault> faults) {
            this.project = project;
            this.scheme = scheme;
            this.table = table;
            this.faults = faults;
            this.fields = projects.settings(project).fields();
            this.revisions = sequences.inForce(project);
            this.firms = people.firms(project).stream().collect(Collectors.toMap(People.FirmView::code, Function.identity()));
        }

        int read(List<Line> lines) {
            Optional<Integer> number = column("Number", true, "number");
            Optional<Integer> title = column("Title", true, "title");
            if (table.rows().size() > MOST) {
                faults.add(new Table.TableFault(MOST + 1, "", "A list has at most " + MOST
                        + " numbers. Take over one part after the other."));
            }
            if (!faults.isEmpty()) {
                return 0;
            }
            int known = 0;
            Set<String> inList = new TreeSet<>();
            Map<String, LedgerEntry> there = new HashMap<>();
            for (Table.Row row : table.rows()) {
                String text = row.cells().get(number.orElseThrow());
                entries.findByProjectIdAndNumber(project, text).ifPresent(e -> there.put(text, e));
            }
            for (Table.Row row : table.rows()) {
                String text = row.cells().get(number.orElseThrow());
                String called = row.cells().get(title.orElseThrow());
                LedgerEntry before = there.get(text);
                if (!inList.add(text)) {
                    fault(row, "Number", "“" + text + "” stands in the list twice.");
                } else if (before != null && before.state == NumberState.TAKEN_OVER && before.title.equals(called)) {
                    known++;
                } else if (before != null) {
                    fault(row, "Number", "“" + text + "” stands in the ledger already: " + before.state.label()
                            + (before.title.isEmpty() ? "." : ", " + before.title + "."));
                } else {
                    line(row, text, called).ifPresent(lines::add);
                }
            }
            return known;
        }

        private Optional<Line> line(Table.Row row, String number, String title) {
            int before = faults.size();
            if (title.isBlank() || title.length() > 400) {
                fault(row, "Title", title.isBlank() ? "A title is missing." : "A title has at most 400 characters.");
            }
            if (number.isBlank() || number.length() > 200) {
                fault(row, "Number", "A number is missing or longer than 200 characters.");
                return Optional.empty();
            }
            FieldValues values = switch (scheme.sound(fields).read(number)) {
                case Reading.Fits fits -> fits.values();
                case Reading.Misfit misfit -> {
                    fault(row, "Number", "“" + number + "” is not a number of this scheme: " + misfit.inWords() + ".");
                    yield FieldValues.NONE;
                }
            };
            Optional<Scheme.Apart> apart = scheme.apart(number, fields);
            String firm = cell(row, "originator", "firm").filter(c -> !c.isBlank()).or(() -> values.get("originator")).orElse("");
            boolean unsaid = firm.isEmpty() && values.byKey().isEmpty();
            if (!unsaid && !firms.containsKey(firm)) {
                fault(row, "Originator", firm.isEmpty() ? "It is not said whose document it is."
                        : "There is no firm with the code “" + firm + "”.");
            }
            String revision = cell(row, "revision").orElse("");
            if (!revision.isEmpty() && revisions.read(revision).isEmpty()) {
                fault(row, "Revision", "“" + revision + "” is a code of no revision sequence (" + revisions.inWords() + ").");
            }
            String own = cell(row, "own reference", "originator reference", "reference").orElse("");
            if (own.length() > 200) {
                fault(row, "Own reference", "A reference has at most 200 characters.");
            }
            return faults.size() > before ? Optional.empty() : Optional.of(new Line(number, title, Objects.requireNonNull(firms.get(firm))
                    .id(), revision, own,
                    values,
                    apart.map(Scheme.Apart::counter).orElse(null), apart.map(Scheme.Apart::value).orElse(null)));
        }

        private Optional<Integer> column(String name, boolean must, String... names) {
            Optional<Integer> found = table.column(names);
            if (found.isEmpty() && must) {
                faults.add(new Table.TableFault(1, name, "The first row names no column “" + name + "”."));
            }
            return found;
        }

        private Optional<String> cell(Table.Row row, String... names) {
            return table.column(names).map(row.cells()::get);
        }

        private void fault(Table.Row row, String column, String sentence) {
            faults.add(new Table.TableFault(row.number(), column, sentence));
        }
    }
}
