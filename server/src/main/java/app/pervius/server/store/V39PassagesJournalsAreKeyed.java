package app.pervius.server.store;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import org.flywaydb.core.api.migration.Context;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * The chains of passages' journals are linked by the key beside the database: until now anybody could make them anew. A chain that is not
 * whole before stays as it is, and so goes on to be found.
 */
@Component
class V39PassagesJournalsAreKeyed extends Rewriting {

    private static final int AT_A_TIME = 500;

    private final Secrets secrets;

    V39PassagesJournalsAreKeyed(Secrets secrets) {
        super("39", "journals of passages are keyed");
        this.secrets = secrets;
    }

    private record Entry(int seq, List<String> says, String previous, String hash) {

        String linked(String before) {
            List<String> all = new ArrayList<>(List.of(before));
            all.addAll(says);
            return String.join("\u001f", all);
        }
    }

    private record Chain(long passage, int seq, String hash) {
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        for (Chain chain : chains(connection)) {
            List<Entry> entries = entries(connection, chain.passage());
            if (whole(chain, entries)) {
                rewrite(connection, chain.passage(), entries);
            }
        }
    }

    private static List<Chain> chains(Connection connection) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement("select id, journal_seq, journal_hash from passage order by id");
                ResultSet rows = statement.executeQuery()) {
            List<Chain> chains = new ArrayList<>();
            while (rows.next()) {
                chains.add(new Chain(rows.getLong("id"), rows.getInt("journal_seq"), rows.getString("journal_hash")));
            }
            return chains;
        }
    }

    private static List<Entry> entries(Connection connection, long passage) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement("select seq, at, station, kind, actor_id, actor, account, rule, "
                + "previous_hash, hash from journal_entry where passage_id = ? order by seq")) {
            statement.setLong(1, passage);
            try (ResultSet row = statement.executeQuery()) {
                List<Entry> entries = new ArrayList<>();
                while (row.next()) {
                    int seq = row.getInt("seq");
                    @Nullable Long actor = row.getObject("actor_id", Long.class);
                    entries.add(new Entry(seq, List.of(Long.toString(passage), Integer.toString(seq), row.getObject("at",
                            OffsetDateTime.class).toInstant().toString(), row.getString("station"), row.getString("kind"),
                            String.valueOf(actor), row.getString("actor"), row.getString("account"), row.getString("rule")),
                            row.getString("previous_hash"), row.getString("hash")));
                }
                return entries;
            }
        }
    }

    private static boolean whole(Chain chain, List<Entry> entries) throws GeneralSecurityException {
        int seq = 0;
        String hash = "";
        for (Entry entry : entries) {
            if (entry.seq() != seq + 1 || !entry.previous().equals(hash) || !entry.hash().equals(sha256(entry.linked(hash)))) {
                return false;
            }
            seq = entry.seq();
            hash = entry.hash();
        }
        return seq == chain.seq() && hash.equals(chain.hash());
    }

    private void rewrite(Connection connection, long passage, List<Entry> entries) throws SQLException {
        try (PreparedStatement link = connection.prepareStatement("update journal_entry set previous_hash = ?, hash = ? "
                + "where passage_id = ? and seq = ?");
                PreparedStatement head = connection.prepareStatement("update passage set journal_hash = ? where id = ?")) {
            String before = "";
            for (int i = 0; i < entries.size(); i++) {
                String hash = secrets.sign(entries.get(i).linked(before));
                link.setString(1, before);
                link.setString(2, hash);
                link.setLong(3, passage);
                link.setInt(4, entries.get(i).seq());
                link.addBatch();
                if (i % AT_A_TIME == AT_A_TIME - 1) {
                    link.executeBatch();
                }
                before = hash;
            }
            link.executeBatch();
            head.setString(1, before);
            head.setLong(2, passage);
            head.executeUpdate();
        }
    }

    private static String sha256(String text) throws GeneralSecurityException {
        return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
    }
}
