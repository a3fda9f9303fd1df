package app.pervius.core.pattern;

import app.pervius.core.project.Field;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** A pattern's parts one behind the other, as they are read. Immutable. */
final class Program {

    private final List<Part> parts = new ArrayList<>();
    /** For a part that opens an optional stretch: where the stretch ends. */
    private final int[] stretchEnds;
    /** For a part that names a field: the field's place among all fields named; else -1. */
    private final int[] slots;
    private final List<Field> fields;
    private final boolean repeats;

    Program(List<Part> tree) {
        Map<Integer, Integer> ends = new LinkedHashMap<>();
        flatten(tree, ends);
        stretchEnds = new int[parts.size()];
        ends.forEach((from, to) -> stretchEnds[from] = to);
        slots = new int[parts.size()];
        Map<String, Integer> bySlot = new LinkedHashMap<>();
        List<Field> named = new ArrayList<>();
        boolean twice = false;
        for (int i = 0; i < slots.length; i++) {
            slots[i] = -1;
            if (parts.get(i).named().isPresent()) {
                Field field = parts.get(i).named().get();
                Integer known = bySlot.putIfAbsent(field.key(), named.size());
                twice |= known != null;
                slots[i] = known == null ? named.size() : known;
                if (known == null) {
                    named.add(field);
                }
            }
        }
        fields = List.copyOf(named);
        repeats = twice;
    }

    private void flatten(List<Part> tree, Map<Integer, Integer> ends) {
        for (Part part : tree) {
            int here = parts.size();
            parts.add(part);
            if (part instanceof Part.Maybe(List<Part> inner)) {
                flatten(inner, ends);
                ends.put(here, parts.size());
            }
        }
    }

    int size() {
        return slots.length;
    }

    Part part(int index) {
        return parts.get(index);
    }

    int stretchEnd(int index) {
        return stretchEnds[index];
    }

    int slot(int index) {
        return slots[index];
    }

    List<Field> fields() {
        return fields;
    }

    /** Whether a field stands in it more than once. */
    boolean repeats() {
        return repeats;
    }
}
