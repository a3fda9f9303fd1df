package app.pervius.core.review;

import app.pervius.core.project.FieldValues;
import app.pervius.core.project.RoleId;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/**
 * The distribution matrix of a project: which roles review, approve and are told of documents of a type and discipline.
 *
 * @param typeField the key of the field its rows go by
 * @param disciplineField the key of the field its columns go by
 * @param cells a cell may stand for every type or every discipline; the closest one that says something of a duty counts
 */
public record Matrix(String typeField, String disciplineField, Map<Cell, Map<Duty, List<RoleId>>> cells) {

    /** Stands for every type, or every discipline. */
    public static final String ANY = "";

    /** What a role has to do with a document. */
    public enum Duty {
        REVIEWS("reviews"), APPROVES("approves"), TOLD("is told");

        private final String label;

        Duty(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }
    }

    /** A type of document and a discipline, by their codes. */
    public record Cell(String type, String discipline) {
    }

    public Matrix {
        cells = Map.copyOf(cells);
    }

    /** The same with another role for each. */
    public Matrix withRoles(UnaryOperator<RoleId> other) {
        Map<Cell, Map<Duty, List<RoleId>>> its = new HashMap<>();
        cells.forEach((cell, duties) -> {
            Map<Duty, List<RoleId>> roles = new EnumMap<>(Duty.class);
            duties.forEach((duty, of) -> roles.put(duty, of.stream().map(other).toList()));
            its.put(cell, roles);
        });
        return new Matrix(typeField, disciplineField, its);
    }

    /** A matrix in which nothing stands yet. */
    public static Matrix empty() {
        return new Matrix("type", "discipline", Map.of());
    }

    /**
     * The roles with a duty for a document with these values: of the cell for its type and discipline, or else that for its type,
     * or else that for its discipline, or else that for all. Empty if none of them names a role.
     */
    public List<RoleId> of(FieldValues values, Duty duty) {
        String type = values.get(typeField).orElse(ANY);
        String discipline = values.get(disciplineField).orElse(ANY);
        return List.of(new Cell(type, discipline), new Cell(type, ANY), new Cell(ANY, discipline), new Cell(ANY, ANY)).stream()
                .map(cell -> cells.getOrDefault(cell, Map.of()).getOrDefault(duty, List.of()))
                .filter(roles -> !roles.isEmpty()).findFirst().orElse(List.of());
    }
}
