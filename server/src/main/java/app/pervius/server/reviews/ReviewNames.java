package app.pervius.server.reviews;

import app.pervius.server.store.KeepsNames;
import app.pervius.server.store.NamesInRows;
import app.pervius.server.store.Renaming;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Calls people otherwise among the addresses that are told of what was sent by hand. */
@Component
class ReviewNames implements KeepsNames {

    private final JdbcClient jdbc;

    ReviewNames(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public int rename(Renaming renaming) {
        return NamesInRows.rename(jdbc, renaming, "sending", "submission_id", "addresses")
                + NamesInRows.rename(jdbc, renaming, "review_watcher", "id", "address");
    }
}
