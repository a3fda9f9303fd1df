package app.pervius.core.kind;

import java.util.Arrays;
import java.util.List;
import java.util.function.Function;

/** A part that things of a kind are made of, with its bounds. */
public sealed interface Part {

    /** The most things that a part with several has. */
    int MOST = 500;
    /** The most characters of a single value. */
    int LONGEST = 200;

    /** What it is called in calls and stored. */
    String key();

    /** What it is called in a rule file, where its kind has several parts. */
    String inFile();

    /** What is chosen here, in the plural where there may be several, such as “file formats”. */
    String word();

    /** A fixed word with what people call it. */
    record Word(String name, String label) {
    }

    /** Several of fixed words; each is the name of a constant. */
    record Words(String key, String inFile, String word, List<Word> options) implements Part {
        public Words {
            options = List.copyOf(options);
        }
    }

    /** What a text is. */
    enum Use { PATTERN, ADDRESS, KEY, NAME }

    /** A text. */
    record Text(String key, String inFile, String word, int most, Use use) implements Part {
    }

    /** A number of bytes; one that is {@code open} may be absent, which means any. */
    record Size(String key, String inFile, String word, boolean open) implements Part {
    }

    /** Several things by their ids. */
    record Some(String key, String inFile, String word, Thing thing) implements Part {
    }

    /** One thing by its id. */
    record One(String key, String inFile, String word, Thing thing) implements Part {
    }

    /** A field of the project by its key. */
    record FieldKey(String key, String inFile, String word) implements Part {
    }

    /** Values of the field that the part before it names. */
    record FieldValues(String key, String inFile, String word) implements Part {
    }

    /** More of the same thing, at most 50. */
    record Group(String key, String inFile, String word) implements Part {
        public static final int MOST = 50;
    }

    /** Where files are placed, and what else happens there. */
    record Placed(String key, String inFile, String word) implements Part {
    }

    /** Several of the constants of an enum. */
    static <E extends Enum<E>> Words words(String key, String word, Class<E> type, Function<E, String> label) {
        return new Words(key, key, word, Arrays.stream(type.getEnumConstants()).map(e -> new Word(e.name(), label.apply(e))).toList());
    }
}
