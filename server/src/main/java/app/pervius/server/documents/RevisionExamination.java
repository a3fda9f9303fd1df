package app.pervius.server.documents;

import app.pervius.server.integrity.Examination;
import app.pervius.server.integrity.Findings;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** One current revision per document and state, with its files where it says. */
@Component
class RevisionExamination implements Examination {

    private final JdbcClient jdbc;

    RevisionExamination(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public String subject() {
        return "Revisions";
    }

    @Override
    public void examine(Findings findings) {
        findings.lookedAt(jdbc.sql("select count(*) from revision").query(Long.class).single());
        jdbc.sql("select d.number from revision r join document d on d.id = r.document_id where r.current_in is not null "
                + "group by d.number, r.document_id, r.current_in having count(*) > 1").query(String.class).list()
                .forEach(number -> findings.add(number + " has two current revisions in one state."));
        jdbc.sql("""
                select d.number || ' ' || r.code from revision r join document d on d.id = r.document_id
                where r.current_in is not null and not exists (select 1 from folder_file f where f.revision_id = r.id
                and f.folder_id = r.current_folder and f.present = true)""").query(String.class).list()
                .forEach(name -> findings.add(name + " is current, but its files do not lie in its folder."));
        jdbc.sql("""
                select d.number || ' ' || r.code from revision r join document d on d.id = r.document_id join passage p on p.id =
                    r.passage_id
                where r.on_its_way = (p.state = 'DONE')""").query(String.class).list()
                .forEach(name -> findings.add(name + " and its passage do not agree whether it is on its way."));
    }
}
