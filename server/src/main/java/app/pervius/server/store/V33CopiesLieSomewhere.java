package app.pervius.server.store;

import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;
import tools.jackson.databind.node.ObjectNode;

/** What rules and projects say of Prepare says where the PDF that is read lies besides: until now nowhere. */
@Component
class V33CopiesLieSomewhere extends Rewriting {

    V33CopiesLieSomewhere() {
        super("33", "copies lie somewhere");
    }

    @Override
    public void migrate(Context context) throws Exception {
        Definitions.rewriteRules(context.getConnection(), node -> {
            if (node.get("prepare") instanceof ObjectNode says) {
                says.putObject("keeping").put("place", "WITH_IT").putNull("root").put("goesWithIt", false);
            }
        });
    }
}
