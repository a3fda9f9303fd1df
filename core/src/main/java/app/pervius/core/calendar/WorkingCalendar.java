package app.pervius.core.calendar;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Set;

/**
 * The days and hours a project works.
 *
 * @param zone the project's time zone; days begin and end in it
 * @param daysOff week days nobody works
 * @param holidays dates nobody works
 * @param startOfDay when work begins, local time
 * @param endOfDay when work ends and a due day is over, local time; after {@code startOfDay}
 */
public record WorkingCalendar(ZoneId zone, Set<DayOfWeek> daysOff, Set<LocalDate> holidays, LocalTime startOfDay, LocalTime endOfDay) {

    public WorkingCalendar {
        daysOff = Set.copyOf(daysOff);
        holidays = Set.copyOf(holidays);
        if (daysOff.size() == 7) {
            throw new IllegalArgumentException("a calendar needs at least one working week day");
        }
        if (!startOfDay.isBefore(endOfDay)) {
            throw new IllegalArgumentException("a working day ends after it begins, not from " + startOfDay + " to " + endOfDay);
        }
    }

    /** Monday to Friday, 8:00 to 17:00, no holidays. */
    public static WorkingCalendar mondayToFriday(ZoneId zone) {
        return new WorkingCalendar(zone, Set.of(DayOfWeek.SATURDAY, DayOfWeek.SUNDAY), Set.of(), LocalTime.of(8, 0), LocalTime.of(17, 0));
    }

    public boolean works(LocalDate day) {
        return !daysOff.contains(day.getDayOfWeek()) && !holidays.contains(day);
    }

    /**
     * The day whose work something belongs to that begins at {@code start}: its own, or the next working day if nobody works on
     * it any more.
     */
    public LocalDate firstDay(Instant start) {
        ZonedDateTime local = start.atZone(zone);
        LocalDate day = local.toLocalDate();
        return works(day) && !local.toLocalTime().isAfter(endOfDay) ? day : shift(day, 1);
    }

    /**
     * When something is due that begins at {@code start} and may take {@code workingDays}: the end of the last of them. The
     * first day does not count; what begins after hours or on a day off begins with the next working day.
     *
     * @param workingDays at least 1
     */
    public Instant due(Instant start, int workingDays) {
        if (workingDays < 1) {
            throw new IllegalArgumentException("at least one working day, not " + workingDays);
        }
        return endOf(shift(firstDay(start), workingDays));
    }

    /** The working day that many working days after {@code day}, or before it where negative; the day itself for 0. */
    public LocalDate shift(LocalDate day, int workingDays) {
        int left = Math.abs(workingDays);
        LocalDate at = day;
        while (left > 0) {
            at = at.plusDays(Integer.signum(workingDays));
            if (works(at)) {
                left--;
            }
        }
        return at;
    }

    /** When work begins on {@code day}. An hour that the change of clocks leaves out is taken as the next there is. */
    public Instant startOf(LocalDate day) {
        return day.atTime(startOfDay).atZone(zone).toInstant();
    }

    /** When work ends on {@code day}. */
    public Instant endOf(LocalDate day) {
        return day.atTime(endOfDay).atZone(zone).toInstant();
    }

    public LocalDate dayOf(Instant moment) {
        return moment.atZone(zone).toLocalDate();
    }

    /**
     * Working days from {@code now} to {@code due}: 0 on the day it is due, negative once that day is over. Days are
     * whole local days.
     */
    public int workingDaysLeft(Instant now, Instant due) {
        LocalDate today = dayOf(now);
        LocalDate last = dayOf(due);
        return today.isAfter(last) ? -workingDaysAfter(last, today) : workingDaysAfter(today, last);
    }

    /** How many working days there are after {@code from} up to and with {@code to}; 0 if {@code to} is not later. */
    public int workingDaysAfter(LocalDate from, LocalDate to) {
        int days = 0;
        for (LocalDate day = from.plusDays(1); !day.isAfter(to); day = day.plusDays(1)) {
            if (works(day)) {
                days++;
            }
        }
        return days;
    }
}
