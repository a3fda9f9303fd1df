package app.pervius.server.passages;

import app.pervius.core.project.FieldValues;
import org.jspecify.annotations.Nullable;

/** What a station changes on the passage itself. */
public sealed interface PassageChange {

    record RuleTakes(PassageFacts.TakenBy by) implements PassageChange {
    }

    record Titled(String title) implements PassageChange {
    }

    record Valued(FieldValues values) implements PassageChange {
    }

    record Numbered(long document, String number, String revision, int cycle) implements PassageChange {
    }

    /** Which of its files people read, 0-based. */
    record ReadHere(int file) implements PassageChange {
    }

    /** It goes on by itself once no revision of this document is on its way any more. */
    record Awaits(long document) implements PassageChange {
    }

    /** It has come to its end, with a status code if it was issued. */
    record Ended(Passages.End how, @Nullable String statusCode) implements PassageChange {
    }
}
