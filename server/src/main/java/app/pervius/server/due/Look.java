package app.pervius.server.due;

import java.time.Duration;

/**
 * Something a feature looks after by the clock. One process at a time does, and never twice at once. What cannot be done now is
 * left for the next look.
 */
public interface Look {

    /** Its name, as it stands in the rows of what is due. */
    String key();

    /** The longest time from the end of one look to the next; {@link Due#by} asks for an earlier one. */
    Duration every();

    /** Does what is due; within no transaction. */
    void look();
}
