package app.pervius.server.reviews;

public enum ReviewState {
    /** Passages of the submission may still join. */
    FORMING,
    OPEN,
    /** All is decided; the lead has to draw the comments together and release them. */
    RELEASING,
    CLOSED,
    /** Its sender took it back before anybody decided. */
    TAKEN_BACK,
    /** A controller stopped it. */
    STOPPED;

    public boolean live() {
        return this == FORMING || this == OPEN || this == RELEASING;
    }
}
