package app.pervius.server.reviews.reports;

import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import app.pervius.server.passages.Submissions;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.desk.MyDay;
import app.pervius.server.store.Secrets;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.ParameterList;
import net.fortuna.ical4j.model.component.VAlarm;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Action;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.Name;
import net.fortuna.ical4j.model.property.RefreshInterval;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.Url;
import net.fortuna.ical4j.model.property.XProperty;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * A person's due dates as a calendar in iCalendar (RFC 5545), under a secret link that the person makes and withdraws. Whoever has the
 * link reads due dates and references, no titles and no comments.
 */
@Service
@Transactional
class CalendarFeed {

    private static final int MOST_EVENTS = 500;
    /** How often programs are asked to look again. */
    private static final Duration REFRESH = Duration.ofMinutes(15);
    /** How long before it is due a program rings. */
    private static final Duration ALARM = Duration.ofHours(2);

    private final CalendarLinkRepository links;
    private final MyDay myDay;
    private final Submissions submissions;
    private final Projects projects;
    private final Accounts accounts;
    private final InstantSource clock;
    private final String address;

    CalendarFeed(CalendarLinkRepository links, MyDay myDay, Submissions submissions, Projects projects, Accounts accounts,
            InstantSource clock, @Value("${pervius.address}") String address) {
        this.links = links;
        this.myDay = myDay;
        this.submissions = submissions;
        this.projects = projects;
        this.accounts = accounts;
        this.clock = clock;
        this.address = address;
    }

    /** Since when the person has a link; empty without one. */
    @Transactional(readOnly = true)
    Optional<Instant> since(long account) {
        return links.findById(account).map(l -> l.madeAt);
    }

    /** Makes a link; one made before leads nowhere from now on. The address is told this once. */
    String make(long account) {
        String text = Secrets.fresh();
        CalendarLink link = links.findById(account).orElseGet(CalendarLink::new);
        link.accountId = account;
        link.secretHash = Secrets.hash(text);
        link.madeAt = clock.instant();
        links.saveAndFlush(link);
        return address + "/calendar/" + text + ".ics";
    }

    void withdraw(long account) {
        links.deleteById(account);
        links.flush();
    }

    /** The calendar behind a secret: what waits for its person now. */
    @Transactional(readOnly = true)
    Calendar calendar(String secret) {
        Actor actor = links.findBySecretHash(Secrets.hash(secret)).flatMap(link -> accounts.actor(link.accountId))
                .orElseThrow(() -> Refused.notFound("calendar"));
        Calendar calendar = new Calendar().withProdId("-//Pervius//Due dates//EN").withDefaults().getFluentTarget();
        calendar.add(new Name("Pervius: due for " + actor.name()));
        // What programs that do not know RFC 7986 go by.
        calendar.add(new XProperty("X-WR-CALNAME", "Pervius: due for " + actor.name()));
        calendar.add(new RefreshInterval(new ParameterList(List.of(net.fortuna.ical4j.model.parameter.Value.DURATION)), REFRESH));
        calendar.add(new XProperty("X-PUBLISHED-TTL", REFRESH.toString()));
        List<MyDay.Due> found = myDay.due(actor, MOST_EVENTS);
        Map<Long, Submissions.Asked> asked = submissions.asked(found.stream().map(MyDay.Due::submission).collect(Collectors.toSet()));
        found.forEach(step -> calendar.add(event(step, Objects.requireNonNull(asked.get(step.submission())))));
        return calendar;
    }

    private VEvent event(MyDay.Due step, Submissions.Asked asked) {
        VEvent event = new VEvent(step.at().minus(Duration.ofMinutes(30)), step.at(), "Due: " + step.step() + ", "
                + projects.settings(step.project()).code() + " " + asked.reference());
        event.add(new Uid("review-" + step.review() + "-" + step.turn() + "@pervius"));
        event.add(new Url(java.net.URI.create(address + "/desk?review=" + step.review())));
        event.add(new Description("On route “" + step.route() + "”. Open: " + address + "/desk?review=" + step.review()));
        VAlarm alarm = new VAlarm(ALARM.negated());
        alarm.add(new Action("DISPLAY"));
        alarm.add(new Description("Due today: " + step.step() + ", " + asked.reference()));
        event.add(alarm);
        return event;
    }
}
