package app.pervius.server.folders;

import app.pervius.server.content.ContentStore;
import app.pervius.server.integrity.Examination;
import app.pervius.server.integrity.Findings;
import java.io.IOException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Every file that was answered as received is there, with the bytes its hash says. */
@Component
class ContentExamination implements Examination {

    private final JdbcClient jdbc;
    private final ContentStore store;

    ContentExamination(JdbcClient jdbc, ContentStore store) {
        this.jdbc = jdbc;
        this.store = store;
    }

    private record Blob(String hash, long size) {
    }

    @Override
    public String subject() {
        return "Contents of files";
    }

    @Override
    public void examine(Findings findings) {
        for (Blob blob : jdbc.sql("select hash, size from blob").query((row, n) -> new Blob(row.getString("hash"), row.getLong("size")))
                .list()) {
            findings.lookedAt(1);
            try {
                if (!store.holds(blob.hash(), blob.size())) {
                    findings.add("The bytes of " + blob.hash() + " (" + blob.size() + " bytes) are missing or changed: "
                            + jdbc.sql("select name from folder_file where hash = ? fetch first 1 rows only").param(blob.hash())
                            .query(String.class).optional().orElse("no file uses them") + ".");
                }
            } catch (IOException e) {
                findings.add("The bytes of " + blob.hash() + " cannot be read: " + e.getMessage() + ".");
            }
        }
        jdbc.sql("select id, name from folder_file f where present = true and exists (select 1 from folder_file g where g.folder_id = "
                + "f.folder_id "
                + "and g.name_key = f.name_key and g.present = true and g.id > f.id)").query((row, n) -> row.getString("name")).list()
                .forEach(name -> findings.add("A folder holds two present versions of " + name + "."));
    }
}
