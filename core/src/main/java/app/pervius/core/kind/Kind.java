package app.pervius.core.kind;

import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;

/**
 * A kind of a thing.
 *
 * @param key what it is called in calls and stored, in capitals
 * @param inFile what it is called in a rule file
 * @param word what people choose it by; “…” stands for the name of what it names
 * @param make makes one of the values of its parts; throws {@link Unfit} where they do not go together
 * @param take gives the values of its parts
 * @param phrase says it, as the object of a sentence
 */
public record Kind<T>(String key, String inFile, String word, Class<? extends T> type, List<Part> parts, Function<Values, T> make,
        Function<T, Values> take,
        BiFunction<T, Names, String> phrase) {

    public Kind {
        parts = List.copyOf(parts);
    }

    public static <T, K extends T> Kind<T> of(String key, String inFile, String word, Class<K> type, List<Part> parts,
            Function<Values, K> make, Function<K, Values> take,
            BiFunction<K, Names, String> phrase) {
        return new Kind<>(key, inFile, word, type, parts, make::apply, thing -> take.apply(type.cast(thing)),
                (thing, names) -> phrase.apply(type.cast(thing), names));
    }

    /** One that is made of nothing and always reads the same. */
    public static <T, K extends T> Kind<T> plain(String key, String inFile, K only, String phrase) {
        @SuppressWarnings("unchecked")
        Class<K> type = (Class<K>) only.getClass();
        return of(key, inFile, phrase, type, List.of(), values -> only, thing -> Values.NONE, (thing, names) -> phrase);
    }
}
