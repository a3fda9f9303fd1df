package app.pervius.core.tell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import app.pervius.core.calendar.WorkingCalendar;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Nothing waits longer than said, in whatever zone, over changes of clocks and days off. */
class PaceTest {

    private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
    private static final WorkingCalendar WEEK = WorkingCalendar.mondayToFriday(DUBLIN);

    private static Instant due(Pace pace, String first, ZoneId zone) {
        return pace.due(Instant.parse(first), zone, WEEK);
    }

    @Test
    void minutesCountFromTheFirstThingToTell() {
        assertThat(due(Pace.every(30), "2027-03-03T10:12:00Z", DUBLIN)).isEqualTo("2027-03-03T10:42:00Z");
        assertThat(due(Pace.AT_ONCE, "2027-03-03T10:12:00Z", DUBLIN)).isEqualTo("2027-03-03T10:12:00Z");
    }

    @ParameterizedTest
    @CsvSource({
        "2027-03-03T06:59:59Z, Europe/Dublin, 2027-03-03T07:00:00Z", "2027-03-03T07:00:00Z, Europe/Dublin, 2027-03-04T07:00:00Z",
        "2027-03-03T10:00:00Z, Asia/Tokyo, 2027-03-03T22:00:00Z", "2027-03-03T10:00:00Z, America/New_York, 2027-03-03T12:00:00Z"})
    void dailyIsTheNextSuchHourWhereThePersonIs(String first, ZoneId zone, String then) {
        assertThat(due(Pace.daily(7), first, zone)).isEqualTo(then);
    }

    @Test
    void anHourThatTheChangeOfClocksLeavesOutIsTheNextThereIsAndOneItHasTwiceIsTheFirst() {
        assertThat(due(Pace.daily(1), "2027-03-27T12:00:00Z", DUBLIN)).as("01:00 to 02:00 is left out").isEqualTo("2027-03-28T01:00:00Z");
        assertThat(due(Pace.daily(1), "2027-10-30T12:00:00Z", DUBLIN)).as("01:00 is there twice").isEqualTo("2027-10-31T00:00:00Z");
        assertThat(due(Pace.daily(1), "2027-10-31T00:00:00Z", DUBLIN)).isEqualTo("2027-11-01T01:00:00Z");
    }

    @Test
    void onDaysNobodyWorksItWaitsForTheNextOnWhichSomebodyDoes() {
        Pace daily = new Pace(0, Optional.of(7), true);
        assertThat(due(daily, "2027-03-05T12:00:00Z", DUBLIN)).as("a Friday").isEqualTo("2027-03-08T07:00:00Z");
        Pace hourly = new Pace(60, Optional.empty(), true);
        assertThat(due(hourly, "2027-03-05T12:00:00Z", DUBLIN)).isEqualTo("2027-03-05T13:00:00Z");
        assertThat(due(hourly, "2027-03-05T23:30:00Z", DUBLIN)).as("due on a Saturday").isEqualTo("2027-03-08T08:00:00Z");
    }

    @Test
    void theSoonerOfTwoCountsAndWhatCannotBeIsRefused() {
        assertThat(Pace.daily(7).sooner(Pace.every(720))).isEqualTo(Pace.every(720));
        assertThat(Pace.every(5).sooner(Pace.AT_ONCE)).isEqualTo(Pace.AT_ONCE);
        assertThat(new Pace(0, Optional.empty(), true)).as("at once is on every day").isEqualTo(Pace.AT_ONCE);
        assertThatIllegalArgumentException().isThrownBy(() -> Pace.every(721));
        assertThatIllegalArgumentException().isThrownBy(() -> Pace.daily(24));
        assertThatIllegalArgumentException().isThrownBy(() -> new Pace(5, Optional.of(7), false));
    }

    @Test
    void itIsSaidInWords() {
        assertThat(Pace.AT_ONCE.inWords()).isEqualTo("at once");
        assertThat(Pace.every(1).inWords()).isEqualTo("gathered over 1 minute");
        assertThat(new Pace(60, Optional.empty(), true).inWords()).isEqualTo("gathered hourly, on working days");
        assertThat(Pace.daily(7).inWords()).isEqualTo("gathered, daily at 07:00");
    }
}
