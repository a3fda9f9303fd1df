package app.pervius.core.passage;

import app.pervius.core.project.FieldValues;
import java.util.Optional;

/** What a station changes on the passage itself. */
public sealed interface Change {

    record RuleTakes(TakenBy by) implements Change {
    }

    record Titled(String title) implements Change {
    }

    record Valued(FieldValues values) implements Change {
    }

    record Numbered(Identity.Revision revision) implements Change {
    }

    /** Which of its files people read, 0-based. */
    record ReadHere(int file) implements Change {
    }

    /** It comes to its end with this station, with a status code if it was issued under one. */
    record Ended(End how, Optional<String> statusCode) implements Change {
    }
}
