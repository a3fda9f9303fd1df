package app.pervius.core.review;

/** How many of those who sit in a step have to answer. */
public sealed interface Needs {

    /** One is enough, whoever it is. */
    record Any() implements Needs {
    }

    /** Everybody. */
    record All() implements Needs {
    }

    /** At least so many. */
    record AtLeast(int people) implements Needs {
        public AtLeast {
            if (people < 1) {
                throw new IllegalArgumentException("at least one person, not " + people);
            }
        }
    }

    /** How many answers are needed where {@code seats} people sit; may be more than there are. */
    default int of(int seats) {
        return switch (this) {
            case Any() -> Math.min(1, seats);
            case All() -> seats;
            case AtLeast(int people) -> people;
        };
    }
}
