package app.pervius.server.passages;

import app.pervius.core.passage.Identity;
import app.pervius.core.register.SearchWords;
import app.pervius.server.search.WordIndex;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** The words a passage is found by: its number whole and in parts, its title, and every name it ever had. */
@Component
class PassageWords {

    private final WordIndex index;

    PassageWords(JdbcTemplate rows) {
        this.index = new WordIndex(rows, "passage_word", "passage_id");
    }

    /** Writes the words of a passage that has none yet. */
    void begin(StoredPassage passage, Identity its) {
        Set<String> words = of(its);
        words.addAll(SearchWords.of(passage.originalName));
        index.add(passage.projectId, passage.id(), words);
    }

    /** Adds what it is called now; what it was called before stays, so that it is found under a former name too. */
    void index(StoredPassage passage, Identity before, Identity now) {
        Set<String> more = of(now);
        more.removeAll(of(before));
        index.add(passage.projectId, passage.id(), more);
    }

    /** As {@link WordIndex#found}. */
    List<Long> found(String select, String id, Map<String, Object> parameters, List<SearchWords.Sought> sought, int most) {
        return index.found(select, id, parameters, sought, most);
    }

    private static Set<String> of(Identity its) {
        Set<String> words = new LinkedHashSet<>(SearchWords.of(its.baseName()));
        words.addAll(SearchWords.of(its.title()));
        its.revision().ifPresent(revision -> {
            words.addAll(SearchWords.of(revision.number()));
            words.addAll(SearchWords.of(revision.code()));
        });
        return words;
    }
}
