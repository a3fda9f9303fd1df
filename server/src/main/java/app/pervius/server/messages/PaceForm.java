package app.pervius.server.messages;

import app.pervius.core.tell.Pace;
import app.pervius.server.refused.Refused;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * How soon somebody is told, as a screen says it.
 *
 * @param minutes how long is gathered over, 0 for at once and where {@code hour} is said
 * @param hour 0 to 23, in the person's time zone, for once a day
 */
public record PaceForm(int minutes, @Nullable Integer hour, boolean workingDays) {

    /** Refused where there is no such pace. */
    public Pace pace() {
        if (minutes < 0 || minutes > Pace.MOST_MINUTES || hour != null && (hour < 0 || hour > 23 || minutes > 0)) {
            throw Refused.invalid("pace", "Messages gather over 1 to " + Pace.MOST_MINUTES
                    + " minutes, or until an hour of the day from 0 to 23.");
        }
        return new Pace(minutes, Optional.ofNullable(hour), workingDays);
    }

    public static PaceForm of(Pace pace) {
        return new PaceForm(pace.minutes(), pace.hour().orElse(null), pace.workingDays());
    }
}
