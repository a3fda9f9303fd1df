package app.pervius.core.passage;

/** Something that happened to a passage at a station, as its journal says it. */
public record Entry(Station station, Kind kind, String account) {

    /** What an entry tells of. */
    public enum Kind {
        PASSED, WAITING, STOPPED, WAY_OUT, STEP_BEGAN,
        /** What was said in a step, as it was said: for the reviewing side only. */
        STEP_CLOSED,
        /** What reviewers do among themselves: for the reviewing side only. */
        AMONG_REVIEWERS,
        /** What the author is told of it. */
        RELEASED, REOPENED, NOTED
    }
}
