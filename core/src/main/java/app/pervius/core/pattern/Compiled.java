package app.pervius.core.pattern;

import java.util.List;

/** What compiling a pattern gives: the pattern, or everything that is wrong with it. */
public sealed interface Compiled {

    record Sound(Pattern pattern) implements Compiled {
    }

    record Faulty(List<PatternFault> faults) implements Compiled {
    }
}
