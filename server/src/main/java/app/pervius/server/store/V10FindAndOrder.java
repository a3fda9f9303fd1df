package app.pervius.server.store;

import app.pervius.core.arrive.FileName;
import app.pervius.core.register.SearchWords;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.Set;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;

/** Names stand in the order people count; everything is also found without marks and separators, and revisions by their code. */
@Component
class V10FindAndOrder extends Rewriting {

    V10FindAndOrder() {
        super("10", "find and order");
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        try (Statement s = connection.createStatement()) {
            s.execute("alter table folder_file add column sort_key varchar(1000) default '' not null");
            order(connection);
            s.execute("drop index file_in_folder");
            s.execute("create index file_in_folder on folder_file (folder_id, present, sort_key, id)");
        }
        words(connection, "passage_word", "passage_id",
                "select id, project_id, concat_ws(' ', original_name, base_name, title, number, revision) from passage");
        words(connection, "document_word", "document_id", """
                select d.id, d.project_id, concat_ws(' ', d.number, d.title, d.own_reference) from document d where exists (select 1 from
                    document_word w where w.document_id = d.id)""");
    }

    private static void order(Connection connection) throws SQLException {
        try (Statement s = connection.createStatement(); ResultSet r = s.executeQuery("select id, name from folder_file");
                PreparedStatement update = connection.prepareStatement("update folder_file set sort_key = ? where id = ?")) {
            while (r.next()) {
                update.setString(1, new FileName(r.getString(2)).order());
                update.setLong(2, r.getLong(1));
                update.executeUpdate();
            }
        }
    }

    private static void words(Connection connection, String table, String thing, String texts) throws SQLException {
        try (Statement s = connection.createStatement(); ResultSet r = s.executeQuery(texts);
                PreparedStatement known = connection.prepareStatement("select word from " + table + " where " + thing + " = ?");
                PreparedStatement insert = connection.prepareStatement("insert into " + table + " (id, project_id, word, " + thing
                        + ") values (next value for ids, ?, ?, ?)")) {
            while (r.next()) {
                Set<String> wanted = new LinkedHashSet<>(SearchWords.of(r.getString(3)));
                wanted.removeAll(known(known, r.getLong(1)));
                for (String word : wanted) {
                    insert.setLong(1, r.getLong(2));
                    insert.setString(2, word);
                    insert.setLong(3, r.getLong(1));
                    insert.executeUpdate();
                }
            }
        }
    }

    private static Set<String> known(PreparedStatement select, long id) throws SQLException {
        Set<String> words = new HashSet<>();
        select.setLong(1, id);
        try (ResultSet r = select.executeQuery()) {
            while (r.next()) {
                words.add(r.getString(1));
            }
        }
        return words;
    }
}
