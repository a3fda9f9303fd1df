package app.pervius.server.store;

import java.sql.Connection;
import java.sql.Statement;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;

/** Secrets of connections to other systems are kept encrypted: until now as they were typed. */
@Component
class V35SecretsAreSealed extends Rewriting {

    private final Secrets secrets;

    V35SecretsAreSealed(Secrets secrets) {
        super("35", "secrets are sealed");
        this.secrets = secrets;
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        try (Statement statement = connection.createStatement()) {
            statement.execute("alter table connection alter column secret varchar(2000)");
        }
        Definitions.rewrite(connection, "connection", "secret", secret -> secret.isEmpty() ? "" : secrets.encrypt(secret));
    }
}
