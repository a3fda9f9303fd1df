package app.pervius.server;

import app.pervius.core.issue.Targets;
import app.pervius.core.kind.Kind;
import app.pervius.core.kind.Kinds;
import app.pervius.core.kind.Part;
import app.pervius.core.number.Sources;
import app.pervius.core.rules.Conditions;
import app.pervius.core.tell.Audiences;
import app.pervius.server.kinds.PlaceForm;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.oas.models.media.ArraySchema;
import io.swagger.v3.oas.models.media.ComposedSchema;
import io.swagger.v3.oas.models.media.Discriminator;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Things of several kinds in the OpenAPI description: one of their kinds, told apart by {@code kind}, each with its parts. */
final class DescribedSchemas {

    private static final Map<String, Kinds<?>> ALL = Map.of("RuleCondition", Conditions.KINDS, "Audience", Audiences.KINDS, "Target",
            Targets.KINDS, "NumberSource", Sources.KINDS);

    private DescribedSchemas() {
    }

    static Optional<Schema<?>> of(Class<?> type, ModelConverterContext context) {
        return ALL.entrySet().stream().filter(e -> e.getValue().type() == type).findFirst().map(e -> {
            if (!context.getDefinedModels().containsKey(e.getKey())) {
                define(e.getKey(), e.getValue(), context);
            }
            return new Schema<>().$ref("#/components/schemas/" + e.getKey());
        });
    }

    private static void define(String name, Kinds<?> kinds, ModelConverterContext context) {
        ComposedSchema either = new ComposedSchema();
        Discriminator discriminator = new Discriminator().propertyName("kind");
        context.defineModel(name, either);
        for (Kind<?> kind : kinds.all()) {
            String one = name + kind.key().charAt(0) + kind.key().substring(1).toLowerCase(java.util.Locale.ROOT);
            context.defineModel(one, whole(kind, name, context));
            either.addOneOfItem(new Schema<>().$ref("#/components/schemas/" + one));
            discriminator.mapping(kind.key(), "#/components/schemas/" + one);
        }
        either.setDiscriminator(discriminator);
    }

    private static Schema<?> whole(Kind<?> kind, String own, ModelConverterContext context) {
        ObjectSchema schema = new ObjectSchema();
        List<String> required = new ArrayList<>(List.of("kind"));
        schema.addProperty("kind", new StringSchema()._enum(List.of(kind.key())));
        for (Part part : kind.parts()) {
            schema.addProperty(part.key(), schema(part, own, context));
            if (!(part instanceof Part.Size size && size.open())) {
                required.add(part.key());
            }
        }
        schema.setRequired(required);
        return schema;
    }

    private static Schema<?> schema(Part part, String own, ModelConverterContext context) {
        return switch (part) {
            case Part.Words words -> list(new StringSchema()._enum(words.options().stream().map(Part.Word::name).toList()), Part.MOST);
            case Part.Text text -> new StringSchema().maxLength(text.most());
            case Part.FieldKey field -> new StringSchema().maxLength(Part.LONGEST);
            case Part.FieldValues values -> list(new StringSchema().maxLength(Part.LONGEST), Part.MOST);
            case Part.Size size -> new IntegerSchema().format("int64");
            case Part.One one -> new IntegerSchema().format("int64");
            case Part.Some some -> list(new IntegerSchema().format("int64"), Part.MOST);
            case Part.Placed placed -> context.resolve(new AnnotatedType(PlaceForm.class).resolveAsRef(true));
            case Part.Group group -> list(new Schema<>().$ref("#/components/schemas/" + own), Part.Group.MOST);
        };
    }

    private static Schema<?> list(Schema<?> items, int most) {
        return new ArraySchema().items(items).maxItems(most);
    }
}
