package app.pervius.server.documents;

import app.pervius.server.passages.Words;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The words documents are found by, old ones included. */
@Component
class DocumentWords {

    private final JdbcClient jdbc;

    DocumentWords(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** Adds the words of a text to those of a document. */
    void index(long document, long project, String text) {
        Set<String> wanted = new LinkedHashSet<>(Words.of(text));
        wanted.removeAll(new HashSet<>(jdbc.sql("select word from document_word where document_id = ?").param(document).query(String.class).list()));
        wanted.forEach(word -> jdbc.sql("insert into document_word (id, project_id, word, document_id) values (next value for ids, ?, ?, ?)")
                .params(project, word, document).update());
    }

    /** Documents that have a word beginning so, newest first; of one firm, or of all where {@code firm} is 0. */
    List<Long> found(long project, long firm, String beginning, int most) {
        return jdbc.sql("""
                select d.id from document d where d.project_id = ? and (? = 0 or d.originator_id = ?)
                and d.id in (select w.document_id from document_word w where w.project_id = ? and w.word >= ? and w.word < ?)
                order by d.id desc fetch first ? rows only""")
                .params(project, firm, firm, project, beginning, beginning + Character.MAX_VALUE, most).query(Long.class).list();
    }
}
