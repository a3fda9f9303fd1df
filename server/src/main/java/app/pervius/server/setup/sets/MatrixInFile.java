package app.pervius.server.setup.sets;

import app.pervius.core.project.RoleId;
import app.pervius.core.review.Matrix;
import app.pervius.server.textfiles.FilePart;
import app.pervius.server.textfiles.FileWords;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** The distribution matrix as a starting set has it; roles by their names, a cell without a row or column stands for all of them. */
final class MatrixInFile {

    private static final int LONGEST_CODE = 40;
    private static final int LONGEST_NAME = 200;

    private MatrixInFile() {
    }

    static Map<String, Object> write(Matrix matrix, Function<RoleId, String> name) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("rows", matrix.typeField());
        says.put("columns", matrix.disciplineField());
        says.put("cells", matrix.cells().entrySet().stream().sorted(Map.Entry.comparingByKey(Comparator.comparing(Matrix.Cell::type)
                .thenComparing(Matrix.Cell::discipline))).map(cell -> cell(cell.getKey(), cell.getValue(), name)).toList());
        return says;
    }

    private static Map<String, Object> cell(Matrix.Cell cell, Map<Matrix.Duty, List<RoleId>> duties, Function<RoleId, String> name) {
        Map<String, Object> says = new LinkedHashMap<>();
        if (!cell.type().equals(Matrix.ANY)) {
            says.put("row", cell.type());
        }
        if (!cell.discipline().equals(Matrix.ANY)) {
            says.put("column", cell.discipline());
        }
        for (Matrix.Duty duty : Matrix.Duty.values()) {
            List<RoleId> roles = duties.getOrDefault(duty, List.of());
            if (!roles.isEmpty()) {
                says.put(FileWords.of(duty), roles.stream().map(name).toList());
            }
        }
        return says;
    }

    /**
     * @param roleOf the role of a name; empty where there is none
     * @param fields the keys of the set's fields
     */
    static Optional<Matrix> read(FilePart part, Function<String, Optional<RoleId>> roleOf, List<String> fields) {
        if (!part.mapping("“matrix”")) {
            return Optional.empty();
        }
        String rows = field(part, "rows", fields);
        String columns = field(part, "columns", fields);
        Map<Matrix.Cell, Map<Matrix.Duty, List<RoleId>>> cells = new LinkedHashMap<>();
        part.need("cells").ifPresent(p -> p.list("“cells”", its -> {
            if (!its.mapping("A cell")) {
                return Optional.empty();
            }
            Matrix.Cell cell = new Matrix.Cell(code(its, "row"), code(its, "column"));
            Map<Matrix.Duty, List<RoleId>> duties = new LinkedHashMap<>();
            for (Matrix.Duty duty : Matrix.Duty.values()) {
                String word = FileWords.of(duty);
                its.find(word).ifPresent(names -> duties.put(duty, names.list("“" + word + "”", n -> role(n, roleOf))));
            }
            its.nothingElse();
            if (cells.put(cell, duties) != null) {
                its.wrong("A cell of the matrix stands there twice.");
            }
            return Optional.of(cell);
        }));
        part.nothingElse();
        return Optional.of(new Matrix(rows, columns, cells));
    }

    private static String field(FilePart part, String key, List<String> fields) {
        String said = part.need(key).flatMap(p -> p.text("“" + key + "”", LONGEST_CODE)).orElse("");
        part.find(key).filter(p -> !fields.contains(said)).ifPresent(p -> p.wrong("The set has no field “" + FilePart.shown(said) + "”."));
        return said;
    }

    private static String code(FilePart part, String key) {
        return part.find(key).flatMap(p -> p.text("“" + key + "”", LONGEST_CODE)).orElse(Matrix.ANY);
    }

    private static Optional<RoleId> role(FilePart part, Function<String, Optional<RoleId>> roleOf) {
        Optional<String> name = part.text("A role", LONGEST_NAME);
        Optional<RoleId> role = name.flatMap(roleOf);
        if (name.isPresent() && role.isEmpty()) {
            part.wrong("The set has no role “" + FilePart.shown(name.get()) + "”.");
        }
        return role;
    }
}
