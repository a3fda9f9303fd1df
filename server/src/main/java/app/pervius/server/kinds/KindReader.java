package app.pervius.server.kinds;

import app.pervius.core.kind.Kind;
import app.pervius.core.kind.Kinds;
import app.pervius.core.kind.Part;
import app.pervius.core.kind.Unfit;
import app.pervius.core.kind.Values;
import app.pervius.server.http.Misfit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.deser.std.StdDeserializer;

/** Reads a described thing as calls carry it, within the bounds of its description; what does not fit is refused with the reason. */
final class KindReader<T> extends StdDeserializer<T> {

    private final transient Kinds<T> kinds;

    KindReader(Kinds<T> kinds) {
        super(kinds.type());
        this.kinds = kinds;
    }

    @Override
    public T deserialize(JsonParser in, DeserializationContext context) {
        return read(context.readTree(in), 0, context);
    }

    private T read(JsonNode node, int depth, DeserializationContext context) {
        String key = node.path("kind").asString("");
        Kind<T> kind = kinds.byKey(key).orElseThrow(() -> unfit(kinds.what() + " is one of " + kinds.all().stream().map(Kind::key)
                .collect(Collectors.joining(", ")) + "."));
        Values values = Values.NONE;
        for (Part part : kind.parts()) {
            JsonNode value = node.get(part.key());
            values = value == null || value.isNull() ? values : with(values, part, value, depth, context);
        }
        try {
            return kind.make().apply(values);
        } catch (Unfit unfit) {
            throw unfit(String.valueOf(unfit.getMessage()));
        }
    }

    private Values with(Values so, Part part, JsonNode value, int depth, DeserializationContext context) {
        return switch (part) {
            case Part.Text text -> so.text(part.key(), text(value, part, text.most()));
            case Part.FieldKey field -> so.text(part.key(), text(value, part, Part.LONGEST));
            case Part.Size size -> so.number(part.key(), number(value, part));
            case Part.One one -> so.number(part.key(), number(value, part));
            case Part.Words words -> so.names(part.key(), list(value, part, Part.MOST, one -> word(one, words)).stream().distinct()
                    .toList());
            case Part.FieldValues its -> so.texts(part.key(), list(value, part, Part.MOST, one -> text(one, part, Part.LONGEST)).stream()
                    .distinct().toList());
            case Part.Some some -> so.ids(part.key(), list(value, part, Part.MOST, one -> number(one, part)).stream().distinct().toList(),
                    Long::longValue);
            case Part.Group group -> so.group(part.key(), group(value, part, depth, context));
            case Part.Placed placed -> so.thing(part.key(), context.readTreeAsValue(value, PlaceForm.class).fitting().place());
        };
    }

    private List<T> group(JsonNode value, Part part, int depth, DeserializationContext context) {
        if (depth >= kinds.deepest()) {
            throw unfit("Groups may stand in groups " + kinds.deepest() + " deep, not deeper.");
        }
        return list(value, part, Part.Group.MOST, one -> read(one, depth + 1, context));
    }

    private <V> List<V> list(JsonNode value, Part part, int most, Function<JsonNode, V> read) {
        if (!value.isArray() || value.size() > most) {
            throw unfit(kinds.what() + " takes a list of at most " + most + " " + part.word() + ".");
        }
        List<V> all = new ArrayList<>();
        value.forEach(one -> all.add(read.apply(one)));
        return all;
    }

    private String text(JsonNode value, Part part, int most) {
        if (!value.isString() || value.asString().length() > most) {
            throw unfit(kinds.what() + " takes a text of at most " + most + " characters for its " + part.word() + ".");
        }
        return value.asString();
    }

    private long number(JsonNode value, Part part) {
        if (!value.isIntegralNumber() || !value.canConvertToLong()) {
            throw unfit(kinds.what() + " takes a whole number for its " + part.word() + ".");
        }
        return value.asLong();
    }

    private String word(JsonNode value, Part.Words words) {
        Optional<String> known = words.options().stream().map(Part.Word::name).filter(name -> name.equals(value.asString(""))).findFirst();
        return known.orElseThrow(() -> unfit(kinds.what() + " takes of its " + words.word() + " " + words.options().stream()
                .map(Part.Word::name).collect(Collectors.joining(", ")) + "."));
    }

    private Misfit unfit(String sentence) {
        return new Misfit(kinds.column(), sentence);
    }

    @Override
    public @Nullable T getNullValue(DeserializationContext context) {
        throw unfit(kinds.what() + " is missing.");
    }
}
