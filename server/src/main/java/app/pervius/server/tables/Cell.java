package app.pervius.server.tables;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import org.jspecify.annotations.Nullable;

/** What stands in a cell of a table that is taken away: a spreadsheet has it as what it is, so that it can be counted with and sorted. */
public sealed interface Cell {

    /** Words, and numbers of documents, which keep their leading zeros. */
    record Text(String text) implements Cell {
    }

    /** A whole number. */
    record Count(long number) implements Cell {
    }

    /** A moment, as the clock showed it in a time zone that the column's head names. */
    record Moment(LocalDateTime local) implements Cell {
    }

    /** A day. */
    record Day(LocalDate day) implements Cell {
    }

    static Cell of(@Nullable String text) {
        return new Text(text == null ? "" : text);
    }

    static Cell of(@Nullable Integer number) {
        return number == null ? new Text("") : new Count(number);
    }

    static Cell of(@Nullable Instant at, ZoneId zone) {
        return at == null ? new Text("") : new Moment(LocalDateTime.ofInstant(at, zone).withNano(0));
    }

    static Cell of(@Nullable LocalDate day) {
        return day == null ? new Text("") : new Day(day);
    }

    /** The head of a column of moments, with the time zone they are in. */
    static String head(String name, ZoneId zone) {
        return name + " (" + zone.getId() + ")";
    }
}
