package app.pervius.core.kind;

import app.pervius.core.project.Fields;
import java.util.Optional;

/** What phrases call things they hold by identity. */
public interface Names {

    /** Its name; empty where the phrase is read by somebody who need not know it. */
    Optional<String> of(Thing thing, long id);

    /** The label of a field. */
    String field(String key);

    /** Only fields have names here. */
    static Names ofFieldsOnly(Fields fields) {
        return new Names() {
            @Override
            public Optional<String> of(Thing thing, long id) {
                return Optional.empty();
            }

            @Override
            public String field(String key) {
                return fields.label(key);
            }
        };
    }
}
