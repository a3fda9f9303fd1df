package app.pervius.core.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Random;
import java.util.Set;
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
                Set.of(LocalDate.of(2026, 5, 18)), LocalTime.of(17, 0));
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

    /** Whatever the start and the number of days: due on a working day, and exactly so many working days away. */
    @Test
    void dueIsAlwaysThatManyWorkingDaysAway() {
        Random random = new Random(3);
        for (int round = 0; round < 2000; round++) {
            Instant start = at("2026-01-01T00:00:00+00:00").plusSeconds(random.nextInt(600 * 86_400));
            int days = 1 + random.nextInt(60);
            Instant due = WEEK.due(start, days);
            assertThat(WEEK.works(due.atZone(DUBLIN).toLocalDate())).isTrue();
            assertThat(WEEK.workingDaysLeft(start, due)).isEqualTo(days);
        }
    }
}
