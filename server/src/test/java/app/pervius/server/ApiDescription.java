package app.pervius.server;

import app.pervius.server.access.Actor;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.servers.Server;
import com.fasterxml.jackson.databind.JavaType;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The OpenAPI description of all calls: every component of a record is required unless it may be absent. */
@Configuration(proxyBeanMethods = false)
class ApiDescription {

    @Bean
    OpenAPI description() {
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Actor.class);
        return new OpenAPI().info(new Info().title("Pervius").version("1").description("Document control on engineering projects."))
                .servers(List.of(new Server().url("/")));
    }

    @Bean
    ModelConverter requiredComponents() {
        return new RequiredComponents();
    }

    private static final class RequiredComponents implements ModelConverter {

        @Override
        public @Nullable Schema<?> resolve(AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
            if (!chain.hasNext()) {
                return null;
            }
            Class<?> raw = raw(type.getType());
            Optional<Schema<?>> described = DescribedSchemas.of(raw, context);
            if (described.isPresent()) {
                return described.get();
            }
            Schema<?> resolved = chain.next().resolve(type, context, chain);
            if (resolved != null && raw.isRecord()) {
                String name = resolved.get$ref() == null ? resolved.getName() : resolved.get$ref()
                        .substring(resolved.get$ref().lastIndexOf('/') + 1);
                require(name == null ? resolved : context.getDefinedModels().getOrDefault(name, resolved), raw);
            }
            return resolved;
        }

        private static Class<?> raw(Type type) {
            return switch (type) {
                case Class<?> c -> c;
                case JavaType j -> j.getRawClass();
                case ParameterizedType p -> raw(p.getRawType());
                default -> Object.class;
            };
        }

        private static void require(@Nullable Schema<?> schema, Class<?> record) {
            if (schema == null) {
                return;
            }
            List<String> required = new ArrayList<>();
            for (RecordComponent component : record.getRecordComponents()) {
                if (!component.getAnnotatedType().isAnnotationPresent(Nullable.class)) {
                    required.add(component.getName());
                }
            }
            schema.setRequired(required);
        }
    }
}
