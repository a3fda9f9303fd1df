package app.pervius.server.reviews.reports;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import java.io.IOException;
import java.io.StringWriter;
import java.time.Instant;
import net.fortuna.ical4j.data.CalendarOutputter;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One's own due dates in a calendar program, by a secret link. */
@RestController
class CalendarController {

    private final CalendarFeed feed;

    CalendarController(CalendarFeed feed) {
        this.feed = feed;
    }

    /** Since when there is a link; absent without one. */
    record CalendarLinkView(@Nullable Instant since) {
    }

    /** A link just made; its address is told this once. */
    record CalendarLinkMade(String address) {
    }

    @GetMapping("/api/desk/calendar-link")
    CalendarLinkView link(Actor actor) {
        return new CalendarLinkView(feed.since(actor.account()).orElse(null));
    }

    @Act(kind = ActKind.ACCOUNTS, says = "made a link to the own calendar")
    @PostMapping("/api/desk/calendar-link")
    CalendarLinkMade make(Actor actor) {
        return new CalendarLinkMade(feed.make(actor.account()));
    }

    @Act(kind = ActKind.ACCOUNTS, says = "withdrew the link to the own calendar")
    @DeleteMapping("/api/desk/calendar-link")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdraw(Actor actor) {
        feed.withdraw(actor.account());
    }

    /** The calendar behind a secret link; the secret is all that is asked for. */
    @GetMapping(path = "/calendar/{secret}.ics", produces = "text/calendar")
    ResponseEntity<String> calendar(@PathVariable String secret) throws IOException {
        StringWriter text = new StringWriter();
        new CalendarOutputter(false).output(feed.calendar(secret), text);
        return ResponseEntity.ok().contentType(MediaType.parseMediaType("text/calendar;charset=UTF-8")).cacheControl(CacheControl.noStore())
                .body(text.toString());
    }
}
