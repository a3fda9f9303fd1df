package app.pervius.core.review;

/** What the lead makes of a comment before the author gets it; the original is kept whatever it is. */
public sealed interface Drawn {

    /** As it was written. */
    record Kept() implements Drawn {
    }

    /** In other words. */
    record Reworded(String text) implements Drawn {
    }

    /** Not at all. */
    record Dropped() implements Drawn {
    }

    /** What the author reads of a comment; empty where there is nothing. */
    default String released(String original) {
        return switch (this) {
            case Kept() -> original;
            case Reworded(String text) -> text;
            case Dropped() -> "";
        };
    }
}
