package app.pervius.server.numbers;

import app.pervius.server.store.KeepsNames;
import app.pervius.server.store.NamesInRows;
import app.pervius.server.store.Renaming;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Calls people otherwise in the journal of numbers. */
@Component
class NumberNames implements KeepsNames {

    private final JdbcClient jdbc;

    NumberNames(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public int rename(Renaming renaming) {
        return jdbc.sql("update number_event set actor = ? where " + renaming.of("actor_id")).param(renaming.name()).update()
                + NamesInRows.rename(jdbc, renaming, "number_event", "id", "actor", "account");
    }
}
