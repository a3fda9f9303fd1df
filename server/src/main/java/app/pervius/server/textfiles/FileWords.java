package app.pervius.server.textfiles;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/** Fixed words of a file: names of the core's choices in small letters with hyphens, such as {@code keep-both}. */
public final class FileWords {

    private FileWords() {
    }

    public static String of(Enum<?> choice) {
        return of(choice.name());
    }

    /** The same by the name of the constant. */
    public static String of(String name) {
        return name.toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public static <E extends Enum<E>> Optional<E> read(Class<E> type, String word) {
        return Arrays.stream(type.getEnumConstants()).filter(e -> of(e).equals(word)).findFirst();
    }

    public static <E extends Enum<E>> String all(Class<E> type) {
        return Arrays.stream(type.getEnumConstants()).map(FileWords::of).collect(Collectors.joining(", "));
    }
}
