package app.pervius.server.journal;

import app.pervius.server.store.KeepsNames;
import app.pervius.server.store.Renaming;
import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Calls people otherwise in the journals of passages. */
@Component
class JournalNames implements KeepsNames {

    private final Journal journal;
    private final JdbcClient jdbc;
    private final List<Heads> heads;

    JournalNames(Journal journal, JdbcClient jdbc, List<Heads> heads) {
        this.journal = journal;
        this.jdbc = jdbc;
        this.heads = heads;
    }

    @Override
    public int rename(Renaming renaming) {
        List<Object> marks = new ArrayList<>(renaming.likes(3));
        String byId = renaming.persons().isEmpty() ? "" : " or actor_id in (" + String.join(", ", renaming.persons().stream()
                .map(String::valueOf).toList()) + ")";
        int entries = 0;
        for (long passage : jdbc.sql("select distinct passage_id from journal_entry where " + renaming.where("actor", "account", "rule")
                + byId + " order by passage_id").params(marks).query(Long.class).list()) {
            for (Heads its : heads) {
                entries += journal.rename(passage, its, renaming);
            }
        }
        return entries;
    }
}
