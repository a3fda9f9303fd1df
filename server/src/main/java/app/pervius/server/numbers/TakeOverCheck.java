package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import app.pervius.core.number.NumberState;
import app.pervius.core.number.Scheme;
import app.pervius.core.pattern.Reading;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.register.RevisionSequences;
import app.pervius.server.documents.Sequences;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.tables.Table;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Reads a list of numbers that were given before against a scheme, gathering every fault. */
@Component
class TakeOverCheck {
    static final int MOST = 20_000;

    /** A row that can be taken over. */
    record Line(String number, String title, long firm, String revision, String ownReference, FieldValues values,
            @Nullable CounterKey counter,
            @Nullable Long value) {
    }

    private final LedgerRepository entries;
    private final Sequences sequences;
    private final Projects projects;
    private final People people;

    TakeOverCheck(LedgerRepository entries, Sequences sequences, Projects projects, People people) {
        this.entries = entries;
        this.sequences = sequences;
        this.projects = projects;
        this.people = people;
    }

    /**
     * Reads the rows of one list: those that can be taken over into {@code lines}, what is wrong into {@code faults}; gives how many had
     * been before.
     */
    int read(long project, Scheme scheme, Table table, List<Line> lines, List<Table.TableFault> faults) {
        return new Reader(project, scheme, table, faults).read(lines);
    }

    private final class Reader {
        private final long project;
        private final Scheme scheme;
        private final Table table;
        private final List<Table.TableFault> faults;
        private final Fields fields;
        private final RevisionSequences revisions;
        private final Map<String, People.FirmView> firms;

        Reader(long project, Scheme scheme, Table table, List<Table.TableFault> faults) {
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
