package app.pervius.server.demo;

import java.time.Clock;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.Comparator;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** Puts the demo's clock to days on which people work. */
@Component
@Profile("demo")
class DemoDays {

    /** Something somebody does so many days ago. */
    record Act(int daysAgo, Runnable deed) {
    }

    private final DemoClock clock;

    DemoDays(DemoClock clock) {
        this.clock = clock;
    }

    /** Sets the clock to a working morning about so many days ago. */
    void at(int days) {
        Instant now = Clock.systemUTC().instant();
        ZonedDateTime then = now.atZone(ZoneOffset.UTC).minusDays(days).withHour(9).withMinute(12);
        while (then.getDayOfWeek() == DayOfWeek.SATURDAY || then.getDayOfWeek() == DayOfWeek.SUNDAY) {
            then = then.minusDays(1);
        }
        clock.setTo(then.toInstant().isAfter(now) ? now : then.toInstant());
    }

    /** Does all of it, the oldest first; what is of one day in the order in which it is given. */
    void play(List<Act> acts) {
        acts.stream().sorted(Comparator.comparingInt(Act::daysAgo).reversed()).forEach(act -> {
            at(act.daysAgo());
            act.deed().run();
        });
    }

    /** The past is told; from now on the clock is the real one. */
    void today() {
        clock.setToNow();
    }
}
