package app.pervius.server.projects;

import app.pervius.core.calendar.WorkingCalendar;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** The days and hours a project works, with the names of its holidays; times are local. */
public record WorkingDays(Set<DayOfWeek> daysOff, LocalTime startOfDay, LocalTime endOfDay, List<Holiday> holidays) {

    /** A date nobody works. */
    public record Holiday(LocalDate day, String name) {
    }

    /** Monday to Friday, 8:00 to 17:00, no holidays. */
    static final WorkingDays USUAL = new WorkingDays(Set.of(DayOfWeek.SATURDAY, DayOfWeek.SUNDAY), LocalTime.of(8, 0), LocalTime.of(17, 0),
            List.of());

    WorkingCalendar in(ZoneId zone) {
        return new WorkingCalendar(zone, daysOff, holidays.stream().map(Holiday::day).collect(Collectors.toSet()), startOfDay, endOfDay);
    }
}
