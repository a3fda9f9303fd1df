package app.pervius.core.register;

/** Which revision something that arrives for a document is. */
public sealed interface NextRevision {

    /** The next in its sequence. */
    record Follows(RevisionCode code) implements NextRevision {
    }

    /** The first of a sequence after the one it was in; its name says so. */
    record Changes(RevisionCode code, RevisionSequence into) implements NextRevision {
    }

    /** Its name leaves codes out. */
    record Skips(RevisionCode named, RevisionCode expected) implements NextRevision {
    }

    /** Its name says a revision that has been, or a sequence that is over. */
    record GoesBack(RevisionCode named, RevisionCode latest, RevisionCode expected) implements NextRevision {
    }

    /** The sequence has come to its end. */
    record NoMore(RevisionCode latest) implements NextRevision {
    }
}
