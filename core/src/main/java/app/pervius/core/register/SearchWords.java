package app.pervius.core.register;

import java.text.Normalizer;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The words texts are found by: in small letters and without their marks, each on its own; texts without spaces (numbers, file names) whole
 * as well, with and without what separates their parts.
 */
public final class SearchWords {

    /** Longer words are cut. */
    public static final int LONGEST = 120;
    /** So many words of what is sought count. */
    private static final int MOST_SOUGHT = 8;

    private static final Pattern MARKS = Pattern.compile("\\p{M}+");
    private static final Pattern SEPARATORS = Pattern.compile("[^\\p{L}\\p{N}]+");
    /** Letters that are no letter with a mark. */
    private static final Map<Character, String> LETTERS = Map.ofEntries(Map.entry('ł', "l"), Map.entry('ø', "o"), Map.entry('đ', "d"),
            Map.entry('ð', "d"), Map.entry('þ', "th"),
            Map.entry('ß', "ss"), Map.entry('æ', "ae"), Map.entry('œ', "oe"), Map.entry('ı', "i"), Map.entry('ħ', "h"), Map.entry('ŧ', "t"),
            Map.entry('ŋ', "n"));

    private SearchWords() {
    }

    /**
     * A word that is sought.
     *
     * @param whole as it was typed
     * @param pieces what it is made of between its separators; itself where it has none
     */
    public record Sought(String whole, List<String> pieces) {
        public Sought {
            pieces = List.copyOf(pieces);
        }
    }

    /** All words a text is found by. */
    public static Set<String> of(String text) {
        Set<String> found = new LinkedHashSet<>();
        String plain = plain(text);
        for (String whole : plain.split("\\s+")) {
            add(found, whole);
        }
        pieces(plain).forEach(piece -> add(found, piece));
        for (String whole : plain.split("\\s+")) {
            add(found, SEPARATORS.matcher(whole).replaceAll(""));
        }
        return found;
    }

    /** What is sought, word by word. */
    public static List<Sought> sought(String text) {
        return Stream.of(plain(text).split("\\s+")).filter(w -> !w.isEmpty()).limit(MOST_SOUGHT).map(whole -> {
            List<String> pieces = pieces(whole);
            return new Sought(cut(whole), pieces.isEmpty() ? List.of(cut(whole)) : pieces.stream().map(SearchWords::cut).toList());
        }).toList();
    }

    /** A text in small letters without their marks. */
    public static String plain(String text) {
        String bare = MARKS.matcher(Normalizer.normalize(text.strip().toLowerCase(Locale.ROOT), Normalizer.Form.NFD)).replaceAll("");
        StringBuilder plain = new StringBuilder(bare.length());
        for (char c : bare.toCharArray()) {
            plain.append(LETTERS.getOrDefault(c, String.valueOf(c)));
        }
        return plain.toString();
    }

    private static List<String> pieces(String plain) {
        return Stream.of(SEPARATORS.split(plain)).filter(p -> !p.isEmpty()).toList();
    }

    private static void add(Set<String> found, String word) {
        if (!word.isEmpty()) {
            found.add(cut(word));
        }
    }

    private static String cut(String word) {
        return word.length() > LONGEST ? word.substring(0, LONGEST) : word;
    }
}
