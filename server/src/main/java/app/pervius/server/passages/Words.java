package app.pervius.server.passages;

import java.util.LinkedHashSet;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The words a passage is found by: its number whole and in parts, its title, and every name it ever had. */
@Component
public class Words {

    private static final int LONGEST = 120;

    private final PassageWordRepository words;

    Words(PassageWordRepository words) {
        this.words = words;
    }

    /** Writes the words of a passage that has none yet. */
    void begin(Passage passage) {
        write(passage, Set.of());
    }

    /** Brings the words of a passage up to date; old ones stay, so that it is found under a former name too. */
    void index(Passage passage) {
        write(passage, words.findByPassageId(passage.id()).stream().map(w -> w.word).collect(Collectors.toSet()));
    }

    private void write(Passage passage, Set<String> known) {
        Set<String> wanted = new LinkedHashSet<>(of(passage.originalName));
        wanted.addAll(of(passage.baseName));
        wanted.addAll(of(passage.title));
        if (passage.number != null) {
            wanted.addAll(of(passage.number));
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

    /** The words of a text: each on its own, and texts without spaces (numbers, file names) whole as well. */
    public static Set<String> of(String text) {
        Set<String> found = new LinkedHashSet<>();
        String lower = text.toLowerCase(Locale.ROOT).strip();
        for (String whole : lower.split("\\s+")) {
            add(found, whole);
        }
        for (String word : lower.split("[^\\p{L}\\p{N}]+")) {
            add(found, word);
        }
        return found;
    }

    private static void add(Set<String> found, String word) {
        if (!word.isEmpty()) {
            found.add(word.length() > LONGEST ? word.substring(0, LONGEST) : word);
        }
    }
}
