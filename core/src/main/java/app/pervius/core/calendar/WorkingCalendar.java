package app.pervius.core.calendar;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Set;

/**
 * The days a project works on.
 *
 * @param zone the project's time zone; days begin and end in it
 * @param daysOff week days nobody works
 * @param holidays dates nobody works
 * @param endOfDay when a due day is over, local time
 */
public record WorkingCalendar(ZoneId zone, Set<DayOfWeek> daysOff, Set<LocalDate> holidays, LocalTime endOfDay) {

    public WorkingCalendar {
        daysOff = Set.copyOf(daysOff);
        holidays = Set.copyOf(holidays);
        if (daysOff.size() == 7) {
            throw new IllegalArgumentException("a calendar needs at least one working week day");
        }
    }

    /** Monday to Friday, due by 17:00, no holidays. */
    public static WorkingCalendar mondayToFriday(ZoneId zone) {
        return new WorkingCalendar(zone, Set.of(DayOfWeek.SATURDAY, DayOfWeek.SUNDAY), Set.of(), LocalTime.of(17, 0));
    }

    public boolean works(LocalDate day) {
        return !daysOff.contains(day.getDayOfWeek()) && !holidays.contains(day);
    }

    /**
     * When something is due that begins at {@code start} and may take {@code workingDays}. The day of the start does not
     * count, whatever its hour; the end is the end of the last working day.
     */
    public Instant due(Instant start, int workingDays) {
        if (workingDays < 1) {
            throw new IllegalArgumentException("at least one working day, not " + workingDays);
        }
        LocalDate day = start.atZone(zone).toLocalDate();
        int left = workingDays;
        while (left > 0) {
            day = day.plusDays(1);
            if (works(day)) {
                left--;
            }
        }
        return day.atTime(endOfDay).atZone(zone).toInstant();
    }

    /**
     * Working days from {@code now} to {@code due}: 0 on the day it is due, negative once that day is over. Days are
     * whole local days.
     */
    public int workingDaysLeft(Instant now, Instant due) {
        LocalDate today = now.atZone(zone).toLocalDate();
        LocalDate last = due.atZone(zone).toLocalDate();
        int sign = today.isAfter(last) ? -1 : 1;
        LocalDate from = sign > 0 ? today : last;
        LocalDate to = sign > 0 ? last : today;
        int days = 0;
        for (LocalDate day = from.plusDays(1); !day.isAfter(to); day = day.plusDays(1)) {
            if (works(day)) {
                days++;
            }
        }
        return sign * days;
    }
}
