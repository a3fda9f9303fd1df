package app.pervius.server.passages;

import app.pervius.core.register.SearchWords;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The words a passage is found by: its number whole and in parts, its title, and every name it ever had. */
@Component
public class PassageWords {

    private final PassageWordRepository words;

    PassageWords(PassageWordRepository words) {
        this.words = words;
    }

    /** Writes the words of a passage that has none yet. */
    void begin(StoredPassage passage) {
        write(passage, Set.of());
    }

    /** Brings the words of a passage up to date; old ones stay, so that it is found under a former name too. */
    void index(StoredPassage passage) {
        write(passage, words.findByPassageId(passage.id()).stream().map(w -> w.word).collect(Collectors.toSet()));
    }

    private void write(StoredPassage passage, Set<String> known) {
        Set<String> wanted = new LinkedHashSet<>(SearchWords.of(passage.originalName));
        wanted.addAll(SearchWords.of(passage.baseName));
        wanted.addAll(SearchWords.of(passage.title));
        if (passage.number != null) {
            wanted.addAll(SearchWords.of(passage.number));
        }
        if (passage.revision != null) {
            wanted.addAll(SearchWords.of(passage.revision));
        }
        wanted.removeAll(known);
        for (String word : wanted) {
            PassageWord row = new PassageWord();
            row.projectId = passage.projectId;
            row.passageId = passage.id();
            row.word = word;
            words.save(row);
        }
    }
}
