package app.pervius.server.signing;

import app.pervius.server.accounts.AccountBook;
import app.pervius.server.people.People;
import app.pervius.server.tables.Table;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** A list of people as it is read, held against the firms, people and roles of a project; every fault is gathered. */
@Component
class PeopleList {

    static final int MOST = 1000;

    /** Somebody of the list; {@code roles} are ids. */
    record Entry(String name, String email, String firmCode, String job, Set<Long> roles) {
    }

    /**
     * What a list says.
     *
     * @param firms names of firms that are new, by their codes
     * @param people who is not in the project yet
     * @param known how many of the list are
     */
    record Listed(Map<String, String> firms, List<Entry> people, int known, List<Table.TableFault> faults) {
    }

    private final People people;

    PeopleList(People people) {
        this.people = people;
    }

    /** @param usual the role of those for whom the list names none; absent for no role */
    Listed read(long project, Table table, @Nullable Long usual) {
        return new Reader(project, table, usual).read();
    }

    private final class Reader {
        private final Table table;
        private final Set<Long> usual;
        private final Set<String> there;
        private final Map<String, String> known = new HashMap<>();
        private final Map<String, Long> roles;
        private final Map<String, String> fresh = new LinkedHashMap<>();
        private final List<Table.TableFault> faults = new ArrayList<>();

        Reader(long project, Table table, @Nullable Long usual) {
            this.table = table;
            this.usual = usual == null ? Set.of() : Set.of(usual);
            this.there = people.membersOf(project).stream().map(p -> AccountBook.key(p.email())).collect(Collectors.toSet());
            people.firms(project).forEach(f -> known.put(f.code(), f.name()));
            this.roles = people.roles(project).stream().collect(Collectors.toMap(r -> key(r.name()), People.RoleView::id, (a, b) -> a));
        }

        Listed read() {
            List<Entry> entries = new ArrayList<>();
            int before = 0;
            for (String column : List.of("Name", "E-mail", "Firm")) {
                if (place(column).isEmpty()) {
                    faults.add(new Table.TableFault(1, column, "The first row names no column “" + column + "”."));
                }
            }
            if (table.rows().size() > MOST) {
                faults.add(new Table.TableFault(MOST + 1, "", "A list has at most " + MOST + " people. Take one part after the other."));
            }
            if (!faults.isEmpty()) {
                return new Listed(Map.of(), List.of(), 0, List.copyOf(faults));
            }
            Set<String> listed = new HashSet<>();
            for (Table.Row row : table.rows()) {
                String address = cell(row, "E-mail");
                if (!listed.add(AccountBook.key(address))) {
                    fault(row, "E-mail", "“" + address + "” stands in the list twice.");
                } else if (there.contains(AccountBook.key(address))) {
                    before++;
                } else {
                    entry(row, address).ifPresent(entries::add);
                }
            }
            return new Listed(fresh, List.copyOf(entries), before, List.copyOf(faults));
        }

        private Optional<Entry> entry(Table.Row row, String address) {
            int before = faults.size();
            String name = cell(row, "Name");
            if (name.isEmpty() || name.length() > 200) {
                fault(row, "Name", name.isEmpty() ? "A name is missing." : "A name has at most 200 characters.");
            }
            if (!address.matches("[^@\\s]+@[^@\\s]+") || address.length() > 254) {
                fault(row, "E-mail", address.isEmpty() ? "An address is missing." : "“" + address + "” is not an e-mail address.");
            }
            if (cell(row, "Job").length() > 200) {
                fault(row, "Job", "What a person does has at most 200 characters.");
            }
            String firm = firm(row);
            Set<Long> wanted = roles(row);
            return faults.size() > before ? Optional.empty() : Optional.of(new Entry(name, address, firm, cell(row, "Job"), wanted));
        }

        /** The code of the firm, which the list may add. */
        private String firm(Table.Row row) {
            String code = cell(row, "Firm").toUpperCase(Locale.ROOT);
            String called = cell(row, "Firm name");
            if (code.isEmpty()) {
                fault(row, "Firm", "The code of the firm is missing.");
            } else if (known.containsKey(code)) {
                return code;
            } else if (!code.matches("[A-Z0-9]{2,10}")) {
                fault(row, "Firm", "“" + code + "”: a firm's code has 2 to 10 letters and digits, such as FNK.");
            } else if (called.isEmpty() && !fresh.containsKey(code)) {
                fault(row, "Firm", "There is no firm “" + code + "”. Say what it is called in a column “Firm name”, and it is added.");
            } else if (called.length() > 200) {
                fault(row, "Firm name", "A firm's name has at most 200 characters.");
            } else if (!called.isEmpty() && !called.equals(fresh.getOrDefault(code, called))) {
                fault(row, "Firm name", "“" + code + "” is called “" + fresh.get(code) + "” further up, and “" + called + "” here.");
            } else if (!called.isEmpty()) {
                fresh.put(code, called);
            }
            return code;
        }

        private Set<Long> roles(Table.Row row) {
            String text = cell(row, "Roles");
            if (text.isEmpty()) {
                return usual;
            }
            Set<Long> wanted = new HashSet<>();
            for (String one : text.split("[;,]")) {
                Long role = roles.get(key(one));
                if (role == null) {
                    fault(row, "Roles", "The project has no role “" + one.strip() + "”. Several are parted by a semicolon or a comma.");
                } else {
                    wanted.add(role);
                }
            }
            return wanted;
        }

        private Optional<Integer> place(String column) {
            return switch (column) {
                case "E-mail" -> table.column("E-mail", "Email", "Mail", "Address", "E-mail address");
                case "Firm" -> table.column("Firm", "Firm code", "Code");
                case "Job" -> table.column("Job", "What the person does", "Function");
                case "Roles" -> table.column("Roles", "Role");
                default -> table.column(column);
            };
        }

        private String cell(Table.Row row, String column) {
            return place(column).map(row.cells()::get).map(String::strip).orElse("");
        }

        private void fault(Table.Row row, String column, String sentence) {
            faults.add(new Table.TableFault(row.number(), column, sentence));
        }
    }

    private static String key(String role) {
        return role.strip().toLowerCase(Locale.ROOT);
    }
}
