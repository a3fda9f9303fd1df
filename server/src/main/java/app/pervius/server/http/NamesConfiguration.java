package app.pervius.server.http;

import app.pervius.core.arrive.Unseen;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.core.JsonParser;
import tools.jackson.core.TokenStreamContext;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.module.SimpleModule;

/** What things and people are called is seen as it is, whatever a call calls: names with characters that cannot be seen are refused. */
@Configuration(proxyBeanMethods = false)
class NamesConfiguration {

    /** What a name is called in calls. Texts of several lines are no names, and passwords are looked at by nobody. */
    private static final Set<String> NAMES = Set.of("name", "job", "title", "label", "email", "code", "key", "purpose", "reference",
            "firmName", "firmCode", "controller", "controllerEmail", "projectName", "administrator", "loginName", "clientId", "word",
            "ownReference");

    @Bean
    SimpleModule names() {
        return new SimpleModule("names").addDeserializer(String.class, new Names());
    }

    private static final class Names extends StdDeserializer<String> {

        Names() {
            super(String.class);
        }

        @Override
        public @Nullable String deserialize(JsonParser json, DeserializationContext context) {
            String text = json.getValueAsString();
            if (text == null) {
                return (String) context.handleUnexpectedToken(String.class, json);
            }
            String field = json.currentName();
            if (field != null && NAMES.contains(field) && Unseen.in(text) && !ofAFile(json)) {
                throw new Misfit(field, "This contains a character that cannot be seen, such as a control character or a mark that turns "
                        + "the writing direction. Type it anew.");
            }
            return text;
        }

        /** Files are refused one by one for their names, where they are handed in. */
        private static boolean ofAFile(JsonParser json) {
            for (TokenStreamContext at = json.streamReadContext(); at != null; at = at.getParent()) {
                if ("files".equals(at.currentName()) || "file".equals(at.currentName())) {
                    return true;
                }
            }
            return false;
        }
    }
}
