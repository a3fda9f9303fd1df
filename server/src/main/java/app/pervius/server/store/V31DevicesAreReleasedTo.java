package app.pervius.server.store;

import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;

/** What rules and projects say of Issue says to which devices files are released: until now to none. */
@Component
class V31DevicesAreReleasedTo extends Rewriting {

    V31DevicesAreReleasedTo() {
        super("31", "devices are released to");
    }

    @Override
    public void migrate(Context context) throws Exception {
        Definitions.rewriteRules(context.getConnection(), plan -> {
            if (plan.has("byCode") && plan.has("atOnce")) {
                plan.putArray("releases");
            }
        });
    }
}
