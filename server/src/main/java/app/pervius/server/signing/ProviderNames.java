package app.pervius.server.signing;

import app.pervius.server.store.KeepsNames;
import app.pervius.server.store.Renaming;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Forgets whom providers call the person. */
@Component
class ProviderNames implements KeepsNames {

    private final JdbcClient jdbc;

    ProviderNames(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public int rename(Renaming renaming) {
        return jdbc.sql("delete from provider_subject where account_id = ?").param(renaming.account()).update();
    }
}
