package app.pervius.core.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.Rounds;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class WorkingCalendarTest {

    private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
    private static final WorkingCalendar WEEK = WorkingCalendar.mondayToFriday(DUBLIN);

    private static Instant at(String local) {
        return ZonedDateTime.parse(local + "[Europe/Dublin]").toInstant();
    }

    @Test
    void aStepBegunOnFridayWithOneWorkingDayIsDueOnMondayEvening() {
        assertThat(WEEK.due(at("2026-05-15T16:00:00+01:00"), 1)).isEqualTo(at("2026-05-18T17:00:00+01:00"));
    }

    @Test
    void holidaysDoNotCount() {
        WorkingCalendar withHoliday = new WorkingCalendar(DUBLIN, Set.of(DayOfWeek.SATURDAY, DayOfWeek.SUNDAY),
                Set.of(LocalDate.of(2026, 5, 18)), LocalTime.of(8, 0), LocalTime.of(17, 0));
        assertThat(withHoliday.due(at("2026-05-15T09:00:00+01:00"), 1)).isEqualTo(at("2026-05-19T17:00:00+01:00"));
    }

    @Test
    void itIsDueAtTheSameLocalHourAfterTheClocksChange() {
        assertThat(WEEK.due(at("2026-03-27T09:00:00+00:00"), 1)).isEqualTo(at("2026-03-30T17:00:00+01:00"));
    }

    @Test
    void countsTheDaysLeftAndTheDaysLate() {
        Instant due = at("2026-05-18T17:00:00+01:00");
        assertThat(WEEK.workingDaysLeft(at("2026-05-15T08:00:00+01:00"), due)).isEqualTo(1);
        assertThat(WEEK.workingDaysLeft(at("2026-05-18T23:00:00+01:00"), due)).isZero();
        assertThat(WEEK.workingDaysLeft(at("2026-05-20T08:00:00+01:00"), due)).isEqualTo(-2);
    }

    @Test
    void whatBeginsAfterHoursOrOnADayOffBeginsWithTheNextWorkingDay() {
        Instant mondayEvening = at("2026-05-18T17:00:00+01:00");
        Instant tuesdayEvening = at("2026-05-19T17:00:00+01:00");
        assertThat(WEEK.due(at("2026-05-15T17:00:00+01:00"), 1)).isEqualTo(mondayEvening);
        assertThat(WEEK.due(at("2026-05-15T17:00:01+01:00"), 1)).isEqualTo(tuesdayEvening);
        assertThat(WEEK.due(at("2026-05-16T10:00:00+01:00"), 1)).isEqualTo(tuesdayEvening);
        assertThat(WEEK.due(at("2026-05-18T06:00:00+01:00"), 1)).isEqualTo(tuesdayEvening);
    }

    @Test
    void anHourTheClocksLeaveOutIsTakenAsTheNextThereIs() {
        WorkingCalendar nights = new WorkingCalendar(DUBLIN, Set.of(DayOfWeek.SATURDAY), Set.of(), LocalTime.of(1, 30),
                LocalTime.of(17, 0));
        assertThat(nights.startOf(LocalDate.of(2026, 3, 29))).isEqualTo(at("2026-03-29T02:30:00+01:00"));
    }

    /** Whatever the zone, the days off, the holidays and the start: due at the end of a working day, exactly so many working days away. */
    @Test
    void dueIsAlwaysThatManyWorkingDaysAway() {
        Random random = new Random(3);
        List<String> zones = List.of("Europe/Dublin", "Pacific/Auckland", "America/St_Johns", "Asia/Kolkata", "UTC");
        for (int round = 0; round < Rounds.of(3000); round++) {
            ZoneId zone = ZoneId.of(zones.get(random.nextInt(zones.size())));
            Set<DayOfWeek> off = random.nextBoolean() ? Set.of(DayOfWeek.FRIDAY) : Set.of(DayOfWeek.SATURDAY, DayOfWeek.SUNDAY);
            Set<LocalDate> holidays = random.ints(20, 0, 700).mapToObj(LocalDate.of(2026, 1, 1)::plusDays).collect(Collectors.toSet());
            WorkingCalendar calendar = new WorkingCalendar(zone, off, holidays, LocalTime.of(7, 30), LocalTime.of(16, 0));
            Instant start = at("2026-01-01T00:00:00+00:00").plusSeconds(random.nextInt(600 * 86_400));
            int days = 1 + random.nextInt(60);
            Instant due = calendar.due(start, days);
            LocalDate last = calendar.dayOf(due);
            assertThat(calendar.works(last)).isTrue();
            assertThat(calendar.works(calendar.firstDay(start))).isTrue();
            assertThat(calendar.endOf(last)).isEqualTo(due);
            assertThat(calendar.workingDaysAfter(calendar.firstDay(start), last)).isEqualTo(days);
            assertThat(calendar.shift(last, -days)).isEqualTo(calendar.firstDay(start));
            assertThat(calendar.due(start, days + 1)).isAfter(due);
        }
    }
}
