package app.pervius.core.review;

/** What a decision code leads to in a step. */
public sealed interface Leads {

    /** On to the next step; from the last one, to the end. */
    record On() implements Leads {
    }

    /** The review ends with this code; what follows is what the code calls for. */
    record End() implements Leads {
    }

    /** The review ends with this code, and the revision goes back to its author, whatever the code calls for elsewhere. */
    record Back() implements Leads {
    }

    /** Back to an earlier step, 0-based, which begins anew. */
    record ToStep(int step) implements Leads {
    }
}
