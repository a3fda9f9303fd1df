package app.pervius.server.documents;

import app.pervius.core.project.Fields;
import app.pervius.server.folders.Folders;
import app.pervius.server.projects.FieldsUse;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Documents and folders have codes as values, revisions have status codes. */
@Component
class DocumentFieldsUse implements FieldsUse {

    private final JdbcClient jdbc;
    private final Folders folders;

    DocumentFieldsUse(JdbcClient jdbc, Folders folders) {
        this.jdbc = jdbc;
        this.folders = folders;
    }

    @Override
    public List<String> against(long project, Fields next) {
        return List.of();
    }

    @Override
    public List<String> having(long project, String field, String code) {
        if (field.equals("status")) {
            return one("select d.number || ' ' || r.code from revision r join document d on d.id = r.document_id where d.project_id = ? "
                    + "and r.status_code = ?", project, code);
        }
        String value = "%\"" + field + "\":\"" + code.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "\"%";
        List<String> documents = one("select number from document where project_id = ? and field_values like ?", project, value);
        return documents.isEmpty() ? folders.havingValue(project, value).map(name -> "folder “" + name + "”").stream().toList() : documents;
    }

    private List<String> one(String sql, long project, String value) {
        return jdbc.sql(sql + " fetch first 1 rows only").params(project, value).query(String.class).list();
    }
}
