package app.pervius.server.documents;

import app.pervius.core.register.SearchWords;
import app.pervius.server.search.WordIndex;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** The words documents are found by, old ones included. */
@Component
class DocumentWords {

    private final WordIndex index;

    DocumentWords(JdbcTemplate rows) {
        this.index = new WordIndex(rows, "document_word", "document_id");
    }

    /** Adds the words of a text to those of a document. */
    void index(long document, long project, String text) {
        index.add(project, document, SearchWords.of(text));
    }

    /** Documents that have all words that are sought, newest first; of these firms, or of all where it is 0. */
    List<Long> found(long project, Collection<Long> firms, List<SearchWords.Sought> sought, int most) {
        return index.found("select d.id from document d where d.project_id = :project and (0 in (:firms) or d.originator_id in (:firms))",
                "d.id", Map.of("project", project, "firms", firms), sought, most);
    }
}
