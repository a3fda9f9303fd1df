package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import app.pervius.core.number.NumberState;
import app.pervius.server.access.Actor;
import app.pervius.server.due.Look;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import java.time.Duration;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reservations that are over, by their day or by a controller: what nothing has carried in its name is given back. */
@Service
@Transactional
public class ReservationsOver implements Look {
    private static final Logger LOG = LoggerFactory.getLogger(ReservationsOver.class);

    private static final int AT_ONCE = 20;

    private final ReservationRepository reservations;
    private final LedgerRepository entries;
    private final LedgerBook book;
    private final Counters counters;
    private final Projects projects;
    private final People people;
    private final Passages passages;
    private final NumberEvents events;
    private final InstantSource clock;

    ReservationsOver(ReservationRepository reservations, LedgerRepository entries, LedgerBook book, Counters counters, Projects projects,
            People people, Passages passages, NumberEvents events, InstantSource clock) {
        this.reservations = reservations;
        this.entries = entries;
        this.book = book;
        this.counters = counters;
        this.projects = projects;
        this.people = people;
        this.passages = passages;
        this.events = events;
        this.clock = clock;
    }

    /** Ends a reservation before its day. */
    void end(long id, int version, Actor actor) {
        Reservation reservation = reservations.findById(id).orElseThrow(() -> Refused.notFound("reservation"));
        actor.mustControl(reservation.projectId);
        if (reservation.version != version || reservation.endedAt != null) {
            throw Refused.conflict("changed-meanwhile", "This reservation was changed or has ended in the meantime.");
        }
        String account = giveBack(reservation);
        events.write(reservation.projectId, reservation.schemeKey, null, actor, "Ended the reservation " + account);
    }

    @Override
    public String key() {
        return "reservations";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(20);
    }

    /** Ends one each time, so that its transaction is short and holds one counter. */
    @Override
    public void look() {
        LocalDate latest = LocalDate.ofInstant(clock.instant(), java.time.ZoneOffset.ofHours(14));
        reservations.over(latest, Limit.of(AT_ONCE)).stream().filter(r -> r.untilDay.isBefore(projects.today(r.projectId))).findFirst()
                .ifPresent(reservation -> {
            String account = giveBack(reservation);
            events.byItself(reservation.projectId, reservation.schemeKey, "The reservation is over: " + account);
            LOG.info("reservation {} is over: {}", reservation.id(), account);
        });
    }

    /** Numbers of it that nothing has ever carried in its name are free again; the others stay with their firm. */
    private String giveBack(Reservation reservation) {
        CounterKey counter = new CounterKey(reservation.schemeKey, reservation.combination);
        counters.next(reservation.projectId, counter, reservation.fromValue, 1);
        List<LedgerEntry> left = entries.findByReservationIdOrderById(reservation.id()).stream()
                .filter(e -> e.state == NumberState.RESERVED).toList();
        Set<String> seen = passages.carrying(reservation.projectId, left.stream().map(e -> e.number).toList());
        int given = 0;
        for (LedgerEntry entry : left) {
            given += !seen.contains(entry.number) && book.giveBack(entry.id()) ? 1 : 0;
        }
        counters.gaveBack(reservation.projectId, counter, given);
        reservation.endedAt = clock.instant();
        return given + " of its numbers were given back" + (seen.isEmpty() ? "."
                : ", " + seen.size() + " have been seen in names and stay with "
                + people.firm(reservation.firmId).name() + ".");
    }
}
