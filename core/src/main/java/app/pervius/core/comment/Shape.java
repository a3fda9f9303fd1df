package app.pervius.core.comment;

/** What sort of mark stands at a place, and how many points it has. */
public enum Shape {
    POINT(1, 1),
    /** Two opposite corners. */
    BOX(2, 2),
    /** The same, drawn around with arcs. */
    CLOUD(2, 2),
    /** A line; its arrow is at the second point. */
    ARROW(2, 2),
    /** Drawn by hand. */
    FREEHAND(2, 2000),
    /** The words of the comment themselves stand on the sheet, from this point to the right. */
    TEXT(1, 1),
    /** A line with its length. */
    LENGTH(2, 2);

    private final int least;
    private final int most;

    Shape(int least, int most) {
        this.least = least;
        this.most = most;
    }

    int least() {
        return least;
    }

    int most() {
        return most;
    }
}
