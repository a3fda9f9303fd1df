package app.pervius.server.kinds;

import app.pervius.core.issue.Target;
import app.pervius.core.kind.Kind;
import app.pervius.core.kind.Kinds;
import app.pervius.core.kind.Part;
import app.pervius.core.kind.Values;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ser.std.StdSerializer;

/** Writes a described thing as calls carry it: its kind, and its parts by their keys. */
final class KindWriter<T> extends StdSerializer<T> {

    private final transient Kinds<T> kinds;

    KindWriter(Kinds<T> kinds) {
        super(kinds.type());
        this.kinds = kinds;
    }

    @Override
    public void serialize(T thing, JsonGenerator out, SerializationContext context) {
        Kind<T> kind = kinds.of(thing);
        Values values = kind.take().apply(thing);
        out.writeStartObject();
        out.writeStringProperty("kind", kind.key());
        kind.parts().forEach(part -> write(part, values, out, context));
        out.writeEndObject();
    }

    private void write(Part part, Values values, JsonGenerator out, SerializationContext context) {
        switch (part) {
            case Part.Text text -> out.writeStringProperty(part.key(), values.text(part.key()));
            case Part.FieldKey field -> out.writeStringProperty(part.key(), values.text(part.key()));
            case Part.Size size -> values.number(part.key()).ifPresent(number -> out.writeNumberProperty(part.key(), number));
            case Part.One one -> values.number(part.key()).ifPresent(number -> out.writeNumberProperty(part.key(), number));
            case Part.Words words -> list(part, out, () -> values.names(part.key()).forEach(out::writeString));
            case Part.FieldValues its -> list(part, out, () -> values.names(part.key()).forEach(out::writeString));
            case Part.Some some -> list(part, out, () -> values.ids(part.key(), id -> id).forEach(id -> out.writeNumber(id.longValue())));
            case Part.Placed placed -> out.writePOJOProperty(part.key(), PlaceForm.of(values.thing(part.key(), Target.Place.class)));
            case Part.Group group -> list(part, out, () -> values.group(part.key(), kinds.type())
                    .forEach(one -> serialize(one, out, context)));
        }
    }

    private static void list(Part part, JsonGenerator out, Runnable items) {
        out.writeArrayPropertyStart(part.key());
        items.run();
        out.writeEndArray();
    }
}
