package app.pervius.core.issue;

import app.pervius.core.project.InformationState;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What is written on a PDF that leaves Pervius, so that the paper says of itself what it is: number, revision, status, who accepted it and
 * when, and how it stood when it was released.
 *
 * @param heading number and revision
 * @param lines what else there is to say, the most important first
 * @param link what its code leads to; empty for what has no number
 */
public record Stamp(String heading, List<String> lines, Optional<String> link) {

    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);
    private static final DateTimeFormatter MINUTE = DateTimeFormatter.ofPattern("d MMM uuuu, HH:mm '(UTC'xxx')'", Locale.ENGLISH);

    /** Where on each page it stands, as the page is read. */
    public enum Place {
        NONE("not stamped"),
        /** Along the left edge, from below: drawings have their filing margin there (ISO 5457), texts their widest one. */
        LEFT_MARGIN("stamped in the left margin"),
        TOP_LEFT("stamped at the top left"),
        TOP_RIGHT("stamped at the top right"),
        BOTTOM_LEFT("stamped at the bottom left"),
        BOTTOM_RIGHT("stamped at the bottom right");

        private final String phrase;

        Place(String phrase) {
            this.phrase = phrase;
        }

        /** In words, behind what is printed. */
        public String phrase() {
            return phrase;
        }
    }

    /** How a revision stands. */
    public sealed interface Standing {

        /** Nobody has decided yet. */
        record OnItsWay() implements Standing { }

        /** It is current in a folder of this state. */
        record Current(InformationState state) implements Standing { }

        /** It was accepted and is current nowhere. */
        record Accepted() implements Standing { }

        /** It went back to its author. */
        record Returned() implements Standing { }

        /** It was taken out, or left where it lay, before anybody decided. */
        record Withdrawn() implements Standing { }
    }

    /**
     * What was decided.
     *
     * @param decision what the project calls the decision; empty where nobody reviewed
     * @param by who decided, in the last step; nobody where a silence did
     */
    public record Decided(Optional<String> decision, List<String> by, Instant at) {
        public Decided {
            by = List.copyOf(by);
        }
    }

    /**
     * A revision.
     *
     * @param status its status code with what that means; empty where it has none
     * @param later the revision that was issued after it, if one was
     */
    public record Controlled(String number, String revision, String status, Standing standing, Optional<Decided> decided,
            Optional<String> later) {
    }

    public Stamp {
        lines = List.copyOf(lines);
    }

    /**
     * The stamp of a revision.
     *
     * @param now when it is released, {@code zone} in the project's time zone
     */
    public static Stamp of(Controlled its, String link, Instant now, ZoneId zone) {
        List<String> lines = new ArrayList<>();
        if (!its.status().isEmpty()) {
            lines.add(its.status());
        }
        lines.add(decided(its, zone));
        lines.add(stands(its) + MINUTE.format(now.atZone(zone)));
        return new Stamp(its.number() + (its.revision().isEmpty() ? "" : "  " + its.revision()), lines, Optional.of(link));
    }

    /** The stamp of a file that has no number: that nobody may take it for a controlled one. */
    public static Stamp uncontrolled(String name, Instant now, ZoneId zone) {
        return new Stamp("Without a controlled number", List.of(name, "Released " + MINUTE.format(now.atZone(zone))), Optional.empty());
    }

    private static String decided(Controlled its, ZoneId zone) {
        boolean accepted = its.standing() instanceof Standing.Current || its.standing() instanceof Standing.Accepted;
        if (its.decided().isEmpty()) {
            return switch (its.standing()) {
                case Standing.OnItsWay way -> "Not accepted: on its way";
                case Standing.Withdrawn withdrawn -> "Not accepted: taken out before anybody decided";
                case Standing.Returned returned -> "Not accepted: sent back to its author";
                case Standing.Current current -> "Filed without review";
                case Standing.Accepted filed -> "Filed without review";
            };
        }
        Decided said = its.decided().get();
        String day = ", " + DAY.format(said.at().atZone(zone));
        String by = said.by().isEmpty() ? ", as nobody answered in time" : " by " + said.by().stream().collect(Collectors.joining(", "));
        if (said.decision().isEmpty()) {
            return "Filed without review" + day;
        }
        String what = said.decision().get();
        return (accepted ? what.substring(0, 1).toUpperCase(Locale.ROOT) + what.substring(1) : "Not accepted: " + what) + by + day;
    }

    private static String stands(Controlled its) {
        return its.standing() instanceof Standing.Current(InformationState state) ? "Current in " + state.label() + " when released, "
                : its.later().map(later -> "Superseded by " + later + " when released, ").orElse("Released ");
    }
}
