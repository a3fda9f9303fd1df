package app.pervius.server.kinds;

import app.pervius.core.issue.Targets;
import app.pervius.core.kind.Kinds;
import app.pervius.core.number.Sources;
import app.pervius.core.rules.Conditions;
import app.pervius.core.tell.Audiences;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.databind.JacksonModule;
import tools.jackson.databind.module.SimpleModule;

/** Has calls carry described things as they are described. */
@Configuration(proxyBeanMethods = false)
class KindConfiguration {

    @Bean
    JacksonModule describedKinds() {
        SimpleModule module = new SimpleModule("described kinds");
        add(module, Conditions.KINDS);
        add(module, Audiences.KINDS);
        add(module, Targets.KINDS);
        add(module, Sources.KINDS);
        return module;
    }

    private static <T> void add(SimpleModule module, Kinds<T> kinds) {
        module.addSerializer(kinds.type(), new KindWriter<>(kinds));
        module.addDeserializer(kinds.type(), new KindReader<>(kinds));
    }
}
