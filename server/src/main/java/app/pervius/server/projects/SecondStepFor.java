package app.pervius.server.projects;

import java.util.Arrays;
import java.util.Collection;
import java.util.Set;
import java.util.stream.Collectors;

/** Of whom a second step of signing in is asked. */
public enum SecondStepFor {
    /** Who administers the installation; only the installation can ask it of them. */
    ADMINISTRATORS,
    CONTROLLERS,
    /** Who may review and approve. */
    DECIDERS,
    EVERYBODY;

    /** As kept: names separated by commas. */
    public static Set<SecondStepFor> read(String text) {
        return text.isEmpty() ? Set.of() : Arrays.stream(text.split(",")).map(SecondStepFor::valueOf)
                .collect(Collectors.toUnmodifiableSet());
    }

    public static String write(Collection<SecondStepFor> whom) {
        return whom.stream().distinct().sorted().map(Enum::name).collect(Collectors.joining(","));
    }
}
