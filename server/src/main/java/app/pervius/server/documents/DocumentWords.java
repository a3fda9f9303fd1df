package app.pervius.server.documents;

import app.pervius.core.register.SearchWords;
import app.pervius.server.search.WordIndex;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The words documents are found by, old ones included. */
@Component
class DocumentWords {

    private final JdbcClient jdbc;
    private final WordIndex index;

    DocumentWords(JdbcClient jdbc) {
        this.jdbc = jdbc;
        this.index = new WordIndex(jdbc, "document_word", "document_id");
    }

    /** Adds the words of a text to those of a document. */
    void index(long document, long project, String text) {
        Set<String> wanted = new LinkedHashSet<>(SearchWords.of(text));
        wanted.removeAll(new HashSet<>(jdbc.sql("select word from document_word where document_id = ?").param(document).query(String.class)
                .list()));
        wanted.forEach(word -> jdbc.sql(
                "insert into document_word (id, project_id, word, document_id) values (next value for ids, ?, ?, ?)")
                .params(project, word, document).update());
    }

    /** Documents that have all words that are sought, newest first; of these firms, or of all where it is 0. */
    List<Long> found(long project, Collection<Long> firms, List<SearchWords.Sought> sought, int most) {
        return index.found("select d.id from document d where d.project_id = :project and (0 in (:firms) or d.originator_id in (:firms))",
                "d.id", Map.of("project", project, "firms", firms), sought, most);
    }
}
