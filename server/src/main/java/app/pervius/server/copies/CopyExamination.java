package app.pervius.server.copies;

import app.pervius.server.content.ContentStore;
import app.pervius.server.integrity.Examination;
import app.pervius.server.integrity.Findings;
import java.io.IOException;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Every readable copy is there, with the bytes its hash says. */
@Component
class CopyExamination implements Examination {

    private record Made(String name, String hash, long size) {
    }

    private final JdbcClient jdbc;
    private final ContentStore store;

    CopyExamination(JdbcClient jdbc, ContentStore store) {
        this.jdbc = jdbc;
        this.store = store;
    }

    @Override
    public String subject() {
        return "Readable copies";
    }

    @Override
    public void examine(Findings findings) {
        List<Made> all = jdbc.sql("select source_name, copy_hash, copy_size from readable_copy where state = 'MADE'")
                .query((row, n) -> new Made(row.getString("source_name"), row.getString("copy_hash"), row.getLong("copy_size"))).list();
        for (Made made : all) {
            findings.lookedAt(1);
            try {
                if (!store.holds(made.hash(), made.size())) {
                    findings.add("The readable copy of “" + made.name() + "” is missing or changed: " + made.hash() + ".");
                }
            } catch (IOException e) {
                findings.add("The readable copy of “" + made.name() + "” cannot be read: " + e.getMessage() + ".");
            }
        }
    }
}
