package app.pervius.server.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;

/**
 * H2 keeps an index of exactly its columns for each foreign key, also beside one that begins with them; each is written for every row, at
 * its change and at the commit. Where so few rows belong together that the key's own index finds them, the other goes. Of journal
 * entries and notices, of which each revision has several, the keys go: a journal is proved by its chain, and people and projects are
 * never removed.
 */
@Component
class V45OneIndexWhereThereWereTwo extends Rewriting {

    private static final List<String> THE_KEY_DOES = List.of("passage_by_document", "passage_awaiting", "passage_by_folder",
            "passage_by_rule", "notice_by_passage", "file_by_hash", "ledger_by_document", "review_by_passage", "message_wish_by_project",
            "subject_by_account", "tray_mark_of_shelf");

    V45OneIndexWhereThereWereTwo() {
        super("45", "one index where there were two");
    }

    @Override
    public void migrate(Context context) throws SQLException {
        Connection connection = context.getConnection();
        try (Statement statement = connection.createStatement()) {
            for (String index : THE_KEY_DOES) {
                statement.execute("drop index if exists " + index);
            }
        }
        Constraints.dropForeignKey(connection, "journal_entry", "passage_id");
        Constraints.dropForeignKey(connection, "notice", "project_id");
        Constraints.dropForeignKey(connection, "notice", "person_id");
    }
}
