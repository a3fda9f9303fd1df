package app.pervius.server.people;

import app.pervius.core.project.Code;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.Fields;
import app.pervius.core.project.RoleId;
import app.pervius.core.review.Matrix;
import app.pervius.server.tables.Table;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;

/** The distribution matrix as a table: a line for each cell that says something, with a column of role names for each duty. */
final class MatrixTable {

    static final List<String> HEAD = List.of("Type", "Discipline", "Reviews", "Approves", "Is told");
    private static final String EVERY = "any";

    /** A matrix as it was read, or what is wrong with the table. */
    record ReadMatrix(Matrix matrix, List<Table.TableFault> faults) {
    }

    private MatrixTable() {
    }

    static List<List<String>> rows(Matrix matrix, List<People.RoleView> roles) {
        Map<Long, String> names = roles.stream().collect(Collectors.toMap(People.RoleView::id, People.RoleView::name));
        return matrix.cells().entrySet().stream().sorted(Map.Entry.comparingByKey(java.util.Comparator.comparing(Matrix.Cell::type)
                .thenComparing(Matrix.Cell::discipline)))
                .map(e -> List.of(shown(e.getKey().type()), shown(e.getKey().discipline()), names(e.getValue(), Matrix.Duty.REVIEWS, names),
                        names(e.getValue(), Matrix.Duty.APPROVES, names), names(e.getValue(), Matrix.Duty.TOLD, names))).toList();
    }

    static ReadMatrix read(Table table, Fields fields, Matrix now, List<People.RoleView> roles) {
        List<Table.TableFault> faults = new ArrayList<>();
        Map<String, Integer> columns = new LinkedHashMap<>();
        HEAD.forEach(name -> table.column(name).ifPresentOrElse(at -> columns.put(name, at),
                () -> faults.add(new Table.TableFault(1, name, "The first row names no column “" + name + "”."))));
        Map<Matrix.Cell, Map<Matrix.Duty, List<RoleId>>> cells = new LinkedHashMap<>();
        if (faults.isEmpty()) {
            table.rows().forEach(row -> row(row, columns, fields, now, roles, cells, faults));
        }
        return new ReadMatrix(new Matrix(now.typeField(), now.disciplineField(), cells), faults);
    }

    private static void row(Table.Row row, Map<String, Integer> columns, Fields fields, Matrix now, List<People.RoleView> roles,
            Map<Matrix.Cell, Map<Matrix.Duty, List<RoleId>>> cells, List<Table.TableFault> faults) {
        String type = code(row, columns, "Type", fields.find(now.typeField()), faults);
        String discipline = code(row, columns, "Discipline", fields.find(now.disciplineField()), faults);
        Map<Matrix.Duty, List<RoleId>> duties = new EnumMap<>(Matrix.Duty.class);
        duties.put(Matrix.Duty.REVIEWS, roles(row, columns, "Reviews", roles, faults));
        duties.put(Matrix.Duty.APPROVES, roles(row, columns, "Approves", roles, faults));
        duties.put(Matrix.Duty.TOLD, roles(row, columns, "Is told", roles, faults));
        if (cells.put(new Matrix.Cell(type, discipline), duties) != null) {
            faults.add(new Table.TableFault(row.number(), "Type", "There is a line for this type and discipline already."));
        }
    }

    private static String code(Table.Row row, Map<String, Integer> columns, String column, Optional<Field> field,
            List<Table.TableFault> faults) {
        String given = row.cells().get(Objects.requireNonNull(columns.get(column))).strip();
        if (given.isEmpty() || given.equalsIgnoreCase(EVERY)) {
            return Matrix.ANY;
        }
        List<Code> codes = field.map(Field::kind).filter(FieldKind.CodeList.class::isInstance).map(k -> ((FieldKind.CodeList) k).codes())
                .orElse(List.of());
        if (codes.stream().noneMatch(c -> c.code().equals(given))) {
            faults.add(new Table.TableFault(row.number(), column, "“" + given + "” is not one of the project's codes for “"
                    + field.map(Field::label).orElse(column) + "”."));
        }
        return given;
    }

    private static List<RoleId> roles(Table.Row row, Map<String, Integer> columns, String column, List<People.RoleView> roles,
            List<Table.TableFault> faults) {
        List<RoleId> named = new ArrayList<>();
        Arrays.stream(row.cells().get(Objects.requireNonNull(columns.get(column))).split(";")).map(String::strip).filter(n -> !n.isEmpty())
                .forEach(name ->
                roles.stream().filter(r -> r.name().toLowerCase(Locale.ROOT).equals(name.toLowerCase(Locale.ROOT))).findFirst()
                        .ifPresentOrElse(
                        role -> named.add(new RoleId(role.id())), () -> faults.add(new Table.TableFault(row.number(), column,
                                "The project has no role “" + name + "”."))));
        return named.stream().distinct().toList();
    }

    private static String shown(String code) {
        return code.equals(Matrix.ANY) ? EVERY : code;
    }

    private static String names(Map<Matrix.Duty, List<RoleId>> duties, Matrix.Duty duty, Map<Long, String> names) {
        return duties.getOrDefault(duty, List.of()).stream().map(r -> names.getOrDefault(r.value(), "?")).collect(Collectors.joining("; "));
    }
}
