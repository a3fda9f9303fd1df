package app.pervius.server.messages;

import app.pervius.server.store.KeepsNames;
import app.pervius.server.store.NamesInRows;
import app.pervius.server.store.Renaming;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Calls people otherwise in messages that were sent, and in what they were made of. */
@Component
class MessageNames implements KeepsNames {

    private final JdbcClient jdbc;

    MessageNames(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public int rename(Renaming renaming) {
        return NamesInRows.rename(jdbc, renaming, "message", "id", "recipient", "subject", "text", "shown", "openly_to", "in_copy",
                "last_words")
                + NamesInRows.rename(jdbc, renaming, "notice", "id", "what", "detail", "subject", "because", "address");
    }
}
