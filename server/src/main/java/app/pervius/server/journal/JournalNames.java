package app.pervius.server.journal;

import app.pervius.server.store.KeepsNames;
import app.pervius.server.store.Renaming;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Calls people otherwise in the journals of passages. */
@Component
class JournalNames implements KeepsNames {

    private final Journal journal;
    private final JdbcClient jdbc;
    private final Heads heads;

    JournalNames(Journal journal, JdbcClient jdbc, Heads heads) {
        this.journal = journal;
        this.jdbc = jdbc;
        this.heads = heads;
    }

    @Override
    public int rename(Renaming renaming) {
        return jdbc.sql("select distinct passage_id from journal_entry where " + renaming.where("actor", "account", "rule") + " or "
                + renaming.of("actor_id") + " order by passage_id").params(renaming.likes(3)).query(Long.class).list().stream()
                .mapToInt(passage -> journal.rename(passage, heads, renaming)).sum();
    }
}
