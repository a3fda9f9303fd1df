package app.pervius.server.rulefile;

import app.pervius.core.issue.Target;
import app.pervius.core.kind.Kind;
import app.pervius.core.kind.Kinds;
import app.pervius.core.kind.Part;
import app.pervius.core.kind.Unfit;
import app.pervius.core.kind.Values;
import app.pervius.server.textfiles.FilePart;
import app.pervius.server.textfiles.FileWords;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Things of several kinds in a rule file, by their descriptions: one without parts is a word, one with a single part is its key with that,
 * one with several its key with all of them by theirs. What is placed somewhere is written as its place itself.
 */
final class KindsInFile<T> {

    private final Kinds<T> kinds;
    private final Naming naming;
    private final PlaceInFile places;

    KindsInFile(Kinds<T> kinds, Naming naming, PlaceInFile places) {
        this.kinds = kinds;
        this.naming = naming;
        this.places = places;
    }

    /** A thing as it is written. */
    Object write(T thing) {
        Kind<T> kind = kinds.of(thing);
        Values values = kind.take().apply(thing);
        if (kind.parts().isEmpty()) {
            return kind.inFile();
        }
        if (placed(kind)) {
            return places.write(values.thing(kind.parts().getFirst().key(), Target.Place.class));
        }
        if (kind.parts().size() == 1) {
            return Map.of(kind.inFile(), written(kind.parts().getFirst(), values).orElseThrow());
        }
        Map<String, Object> all = new LinkedHashMap<>();
        kind.parts().forEach(part -> written(part, values).ifPresent(value -> all.put(part.inFile(), value)));
        return Map.of(kind.inFile(), all);
    }

    private Optional<Object> written(Part part, Values values) {
        return switch (part) {
            case Part.Words words -> Optional.of(values.names(part.key()).stream().map(FileWords::of).toList());
            case Part.Text text -> Optional.of(values.text(part.key()));
            case Part.FieldKey field -> Optional.of(values.text(part.key()));
            case Part.FieldValues its -> Optional.of(values.names(part.key()));
            case Part.Size size -> values.number(part.key()).map(Object.class::cast);
            case Part.One one -> values.number(part.key()).map(id -> naming.of(one.thing(), id));
            case Part.Some some -> Optional.<Object>of(values.ids(part.key(), id -> naming.of(some.thing(), id)).stream().sorted().toList())
                    .filter(list -> !((List<?>) list).isEmpty());
            case Part.Placed placed -> throw new IllegalStateException("a place stands for itself");
            case Part.Group group -> Optional.of(values.group(part.key(), kinds.type()).stream().map(this::write).toList());
        };
    }

    /** A thing as it is read; what is wrong with it is noted. */
    Optional<T> read(FilePart part) {
        return read(part, 0);
    }

    private Optional<T> read(FilePart part, int depth) {
        if (!part.isMapping() && kinds.all().stream().anyMatch(kind -> kind.parts().isEmpty())) {
            return part.text(kinds.what(), Part.LONGEST).flatMap(word -> found(part, word, true)
                    .flatMap(kind -> made(part, kind, Values.NONE)));
        }
        Optional<Kind<T>> place = kinds.all().stream().filter(KindsInFile::placed).findFirst();
        if (place.isPresent() && part.isMapping() && part.keys().stream().noneMatch(key -> kinds.byFileKey(key).isPresent())) {
            Kind<T> kind = place.get();
            return places.read(part).flatMap(its -> made(part, kind, Values.NONE.thing(kind.parts().getFirst().key(), its)));
        }
        return part.onlyKey(kinds.what()).flatMap(key -> found(part, key, false)
                .flatMap(kind -> part.find(key).flatMap(value -> whole(value, kind, depth))));
    }

    private Optional<Kind<T>> found(FilePart part, String key, boolean alone) {
        Optional<Kind<T>> kind = kinds.byFileKey(key).filter(k -> k.parts().isEmpty() == alone);
        if (kind.isEmpty()) {
            part.wrong(kinds.what() + " is one of " + kinds.all().stream().map(Kind::inFile).sorted()
                    .collect(Collectors.joining(", ")) + ", not “" + FilePart.shown(key) + "”.");
        }
        return kind;
    }

    private Optional<T> whole(FilePart value, Kind<T> kind, int depth) {
        boolean group = kind.parts().stream().anyMatch(Part.Group.class::isInstance);
        if (group && depth >= kinds.deepest()) {
            value.wrong("Groups may stand in groups " + kinds.deepest() + " deep, not deeper.");
            return Optional.empty();
        }
        if (kind.parts().size() == 1) {
            return one(value, kind.parts().getFirst(), "“" + kind.inFile() + "”", Values.NONE, depth)
                    .flatMap(values -> made(value, kind, values));
        }
        if (!value.mapping("“" + kind.inFile() + "”")) {
            return Optional.empty();
        }
        Optional<Values> all = Optional.of(Values.NONE);
        for (Part part : kind.parts()) {
            boolean optional = part instanceof Part.Some || part instanceof Part.Size;
            Optional<FilePart> there = optional ? value.find(part.inFile()) : value.need(part.inFile());
            all = there.isPresent() ? all.flatMap(values -> one(there.get(), part, "“" + part.inFile() + "”", values, depth)) : optional
                    ? all : Optional.empty();
        }
        value.nothingElse();
        return all.flatMap(values -> made(value, kind, values));
    }

    private Optional<Values> one(FilePart value, Part part, String what, Values so, int depth) {
        return switch (part) {
            case Part.Words words -> {
                List<String> names = words.options().stream().map(Part.Word::name).toList();
                yield Optional.of(so.names(part.key(), value.list(what, p -> p.word("One of the " + part.word(), names)).stream().distinct()
                        .toList()));
            }
            case Part.Text text -> value.text(what, text.most()).map(said -> so.text(part.key(), said));
            case Part.FieldKey field -> value.text("The key of a field", Part.LONGEST).map(said -> so.text(part.key(), said));
            case Part.FieldValues its -> Optional.of(so.texts(part.key(), value.list(what, p -> p.text("A value", Part.LONGEST))));
            case Part.Size size -> value.count(what).map(number -> so.number(part.key(), number));
            case Part.One one -> value.named(FileWords.of(one.thing()), name -> naming.find(one.thing(), name))
                    .map(id -> so.number(part.key(), id));
            case Part.Some some -> Optional.of(so.ids(part.key(), value.list(what,
                    p -> p.named(FileWords.of(some.thing()), name -> naming.find(some.thing(), name))), Long::longValue));
            case Part.Placed placed -> places.read(value).map(place -> so.thing(part.key(), place));
            case Part.Group group -> Optional.of(so.group(part.key(), value.list("A group of conditions", p -> read(p, depth + 1))));
        };
    }

    private static boolean placed(Kind<?> kind) {
        return kind.parts().size() == 1 && kind.parts().getFirst() instanceof Part.Placed;
    }

    private static <T> Optional<T> made(FilePart part, Kind<T> kind, Values values) {
        try {
            return Optional.of(kind.make().apply(values));
        } catch (Unfit unfit) {
            part.wrong(String.valueOf(unfit.getMessage()));
            return Optional.empty();
        }
    }

    /** What the kinds may say in a file (JSON Schema 2020-12). */
    static Map<String, Object> schema(Kinds<?> kinds, String own) {
        Map<String, Object> keys = new LinkedHashMap<>();
        kinds.all().stream().filter(kind -> !kind.parts().isEmpty() && !placed(kind)).forEach(kind ->
                keys.put(kind.inFile(), kind.parts().size() == 1 ? schema(kind.parts().getFirst(), own) : together(kind, own)));
        List<String> plain = kinds.all().stream().filter(kind -> kind.parts().isEmpty()).map(Kind::inFile).toList();
        List<Map<String, Object>> ways = new ArrayList<>();
        if (!plain.isEmpty()) {
            ways.add(Map.of("enum", plain));
        }
        if (!keys.isEmpty()) {
            Map<String, Object> keyed = new LinkedHashMap<>(Map.of("type", "object", "minProperties", 1, "maxProperties", 1,
                    "additionalProperties", false));
            keyed.put("properties", keys);
            ways.add(keyed);
        }
        kinds.all().stream().filter(KindsInFile::placed).forEach(kind -> ways.add(schema(kind.parts().getFirst(), own)));
        return ways.size() == 1 ? ways.getFirst() : Map.of("oneOf", ways);
    }

    private static Map<String, Object> together(Kind<?> kind, String own) {
        Map<String, Object> properties = new LinkedHashMap<>();
        kind.parts().forEach(part -> properties.put(part.inFile(), schema(part, own)));
        List<String> needed = kind.parts().stream().filter(part -> !(part instanceof Part.Some || part instanceof Part.Size))
                .map(Part::inFile).toList();
        Map<String, Object> whole = new LinkedHashMap<>(Map.of("type", "object", "additionalProperties", false, "properties", properties));
        if (!needed.isEmpty()) {
            whole.put("required", needed);
        }
        return whole;
    }

    private static Map<String, Object> schema(Part part, String own) {
        return switch (part) {
            case Part.Words words -> list(Map.of("enum", words.options().stream().map(word -> FileWords.of(word.name())).toList()));
            case Part.Text text -> Map.of("type", "string", "maxLength", text.most());
            case Part.FieldKey field -> Map.of("type", "string", "description", "The key of a field.");
            case Part.FieldValues its -> list(Map.of("type", List.of("string", "integer")));
            case Part.Size size -> Map.of("type", "integer", "minimum", 0);
            case Part.One one -> named(one.thing());
            case Part.Some some -> list(named(some.thing()));
            case Part.Placed placed -> Map.of("$ref", "#/$defs/place");
            case Part.Group group -> list(Map.of("$ref", own));
        };
    }

    private static Map<String, Object> named(app.pervius.core.kind.Thing thing) {
        return Map.of("type", "string", "description", switch (thing) {
            case FIRM -> "The code of a firm.";
            case ROLE -> "The name of a role.";
            case PERSON -> "An e-mail address.";
            case FOLDER -> "The path of a folder.";
        });
    }

    private static Map<String, Object> list(Map<String, Object> items) {
        return Map.of("type", "array", "items", items);
    }
}
