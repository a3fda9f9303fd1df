package app.pervius.server.numbers;

import app.pervius.core.number.SchemeCheck;
import app.pervius.core.project.Fields;
import app.pervius.server.projects.FieldsUse;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Number schemes need the fields their patterns name. */
@Component
class SchemeFieldsUse implements FieldsUse {

    private final Schemes schemes;
    private final JdbcClient jdbc;

    SchemeFieldsUse(Schemes schemes, JdbcClient jdbc) {
        this.schemes = schemes;
        this.jdbc = jdbc;
    }

    @Override
    public List<String> against(long project, Fields next) {
        return schemes.all(project).stream().flatMap(scheme -> SchemeCheck.faults(scheme, next).stream()
                .map(fault -> "Scheme “" + scheme.name() + "” would not work: " + fault.sentence())).toList();
    }

    @Override
    public List<String> having(long project, String field, String code) {
        return jdbc.sql("select number from ledger_entry where project_id = ? and document_id is null and ('-' || number || '-') like ? "
                + "fetch first 1 rows only")
                .params(project, "%-" + code + "-%").query(String.class).list();
    }
}
