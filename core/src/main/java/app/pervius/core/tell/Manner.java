package app.pervius.core.tell;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * How one person is told something, by all who tell it.
 *
 * @param paces how soon each rule that tells of it says, empty for as the project says; none where no rule does
 * @param subject in the place of the usual one; empty for that
 * @param because why the person is told, each as the rest of “because …”; none for what the occasion says
 */
public record Manner(List<Optional<Pace>> paces, String subject, boolean important, Shown shown, List<String> because) {

    /** As the project says, without a rule. */
    public static final Manner PLAIN = new Manner(List.of(), "", false, Shown.ALONE, List.of());

    /** Whether recipients see each other. */
    public enum Shown {
        ALONE,
        /** In copy: everybody on it sees who else got it. */
        IN_COPY,
        /** One of those it is for, with others in copy. */
        OPENLY
    }

    public Manner {
        paces = List.copyOf(paces);
        because = List.copyOf(because);
    }

    /** Told without a rule, for a reason. */
    public static Manner because(String why) {
        return new Manner(List.of(), "", false, Shown.ALONE, List.of(why));
    }

    /** The same thing told twice: as soon as either says, with the first subject there is, and both reasons. */
    public Manner and(Manner other) {
        return new Manner(Stream.concat(paces.stream(), other.paces.stream()).toList(), subject.isEmpty() ? other.subject : subject,
                important || other.important, shown.compareTo(other.shown) >= 0 ? shown : other.shown,
                Stream.concat(because.stream(), other.because.stream()).distinct().toList());
    }

    /** For all reasons, as the rest of “because …”. */
    public String inWords() {
        return inWords(because);
    }

    /** The same of the reasons for several things, each once; empty where there is none. */
    public static String inWords(Collection<String> reasons) {
        return reasons.stream().filter(r -> !r.isEmpty()).distinct().collect(Collectors.joining(", and because "));
    }
}
