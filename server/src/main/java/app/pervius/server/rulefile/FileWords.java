package app.pervius.server.rulefile;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/** Fixed words of a rule file: names of the core's choices in small letters with hyphens, such as {@code keep-both}. */
final class FileWords {

    private FileWords() {
    }

    static String of(Enum<?> choice) {
        return of(choice.name());
    }

    /** The same by the name of the constant. */
    static String of(String name) {
        return name.toLowerCase(Locale.ROOT).replace('_', '-');
    }

    static <E extends Enum<E>> Optional<E> read(Class<E> type, String word) {
        return Arrays.stream(type.getEnumConstants()).filter(e -> of(e).equals(word)).findFirst();
    }

    static <E extends Enum<E>> String all(Class<E> type) {
        return Arrays.stream(type.getEnumConstants()).map(FileWords::of).collect(Collectors.joining(", "));
    }
}
