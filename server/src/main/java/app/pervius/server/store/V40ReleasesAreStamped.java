package app.pervius.server.store;

import java.sql.Statement;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;

/** What is released says where it is stamped: until now nowhere. */
@Component
class V40ReleasesAreStamped extends Rewriting {

    V40ReleasesAreStamped() {
        super("40", "releases are stamped");
    }

    @Override
    public void migrate(Context context) throws Exception {
        try (Statement statement = context.getConnection().createStatement()) {
            statement.execute("alter table device_job add column stamp varchar(14) default 'NONE' not null");
            // The passage by which what is printed came; that of the job is where it was released from.
            statement.execute("alter table device_job add column stamp_of bigint");
        }
        Definitions.rewriteRules(context.getConnection(), how -> {
            if (how.has("paper") && how.has("media") && how.has("copies")) {
                how.put("stamp", "NONE");
            }
        });
    }
}
