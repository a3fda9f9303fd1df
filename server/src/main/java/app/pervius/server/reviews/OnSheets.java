package app.pervius.server.reviews;

/** Knows what was said at places of a revision's sheets; the feature that keeps comments answers. */
public interface OnSheets {

    /** How many comments of the reviewing side its author reads once they are released. */
    int released(long passage);
}
