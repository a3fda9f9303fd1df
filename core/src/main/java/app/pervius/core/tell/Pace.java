package app.pervius.core.tell;

import app.pervius.core.calendar.WorkingCalendar;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Optional;

/**
 * How soon somebody is told: at once, gathered over some minutes, or once a day at an hour.
 *
 * @param minutes how long is gathered over from the first thing to tell; 0 for at once, and where {@code hour} is said
 * @param hour the hour of the day, 0 to 23 in the person's zone, at which what has gathered goes; empty unless it is told daily
 * @param workingDays whether nothing goes on days the project does not work: it waits for the next on which it does
 */
public record Pace(int minutes, Optional<Integer> hour, boolean workingDays) {

    /** Each thing by itself, as it happens. */
    public static final Pace AT_ONCE = new Pace(0, Optional.empty(), false);

    /** The most minutes that are gathered over; what is slower is told daily. */
    public static final int MOST_MINUTES = 12 * 60;

    private static final int DAY = 24 * 60;

    public Pace {
        if (minutes < 0 || minutes > MOST_MINUTES || hour.filter(h -> h < 0 || h > 23).isPresent()
                || hour.isPresent() && minutes > 0) {
            throw new IllegalArgumentException("gathered over 1 to " + MOST_MINUTES + " minutes, or told at an hour from 0 to 23");
        }
        workingDays = workingDays && (minutes > 0 || hour.isPresent());
    }

    public static Pace every(int minutes) {
        return new Pace(minutes, Optional.empty(), false);
    }

    public static Pace daily(int hour) {
        return new Pace(0, Optional.of(hour), false);
    }

    public boolean atOnce() {
        return minutes == 0 && hour.isEmpty();
    }

    /** The longest something waits on days that are worked, in minutes. */
    public int longest() {
        return hour.isPresent() ? DAY : minutes;
    }

    /**
     * When what was first told of at {@code first} goes, with all that has gathered until then.
     *
     * @param zone whose hours and days are meant; an hour that a change of clocks leaves out is taken as the next there is
     * @param calendar which days are worked
     */
    public Instant due(Instant first, ZoneId zone, WorkingCalendar calendar) {
        ZonedDateTime from = first.atZone(zone);
        if (hour.isEmpty()) {
            Instant due = first.plus(Duration.ofMinutes(minutes));
            LocalDate day = due.atZone(zone).toLocalDate();
            return !workingDays || calendar.works(day) ? due : calendar.shift(day, 1).atTime(calendar.startOfDay()).atZone(zone)
                    .toInstant();
        }
        LocalDate day = from.toLocalDate();
        while (!at(day, zone).isAfter(first) || workingDays && !calendar.works(day)) {
            day = day.plusDays(1);
        }
        return at(day, zone);
    }

    private Instant at(LocalDate day, ZoneId zone) {
        return day.atTime(hour.orElseThrow(), 0).atZone(zone).toInstant();
    }

    /** Whichever lets somebody know sooner. */
    public Pace sooner(Pace other) {
        return other.longest() < longest() ? other : this;
    }

    /** As people read it, such as “gathered over 30 minutes”. */
    public String inWords() {
        String days = workingDays ? ", on working days" : "";
        if (hour.isPresent()) {
            return "gathered, daily at %02d:00".formatted(hour.get()) + days;
        }
        return minutes == 0 ? "at once" : minutes == 60 ? "gathered hourly" + days : "gathered over " + minutes
                + (minutes == 1 ? " minute" : " minutes") + days;
    }
}
