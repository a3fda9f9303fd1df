package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import app.pervius.core.number.Drawing;
import app.pervius.core.number.Ledger;
import app.pervius.core.number.NumberState;
import app.pervius.core.number.Scheme;
import app.pervius.core.project.FieldValues;
import app.pervius.server.access.Actor;
import app.pervius.server.due.Look;
import app.pervius.server.refused.Refused;
import app.pervius.server.live.Live;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.Duration;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Runs of numbers kept for an originator; what was never seen when the day is over is given back. */
@Service
@Transactional
public class Reserving implements Look {

    private static final Logger LOG = LoggerFactory.getLogger(Reserving.class);
    private static final int AT_ONCE = 20;

    /** Numbers to be kept. */
    public record WantedRun(String scheme, Map<String, String> values, int count, long firm, LocalDate until, String reason) {
    }

    private final ReservationRepository reservations;
    private final LedgerRepository entries;
    private final LedgerBook book;
    private final Counters counters;
    private final Schemes schemes;
    private final Taking taking;
    private final Projects projects;
    private final People people;
    private final Passages passages;
    private final NumberEvents events;
    private final Live live;
    private final InstantSource clock;

    Reserving(ReservationRepository reservations, LedgerRepository entries, LedgerBook book, Counters counters, Schemes schemes,
            Taking taking,
            Projects projects, People people, Passages passages, NumberEvents events, Live live, InstantSource clock) {
        this.reservations = reservations;
        this.entries = entries;
        this.book = book;
        this.counters = counters;
        this.schemes = schemes;
        this.taking = taking;
        this.projects = projects;
        this.people = people;
        this.passages = passages;
        this.events = events;
        this.live = live;
        this.clock = clock;
    }

    /** Keeps a run of numbers without a gap; gives the reservation. */
    public long reserve(long project, WantedRun wanted, Actor actor) {
        actor.mustControl(project);
        Scheme scheme = schemes.inForce(project, wanted.scheme()).orElseThrow(() -> Refused.notFound("scheme"));
        if (!scheme.counts() || !scheme.sources().isEmpty()) {
            throw Refused.invalid("scheme", "Ranges are reserved of schemes whose numbers come from a counter alone; “" + scheme.name()
                    + "” takes parts from elsewhere.");
        }
        if (wanted.until().isBefore(today(project))) {
            throw Refused.invalid("until", "A reservation lasts until today or later.");
        }
        FieldValues values = taking.values(project, people.firm(project, wanted.firm()), wanted.values());
        Reservation reservation = new Reservation();
        reservation.projectId = project;
        reservation.schemeKey = scheme.key();
        reservation.firmId = wanted.firm();
        reservation.untilDay = wanted.until();
        reservation.reason = wanted.reason().strip();
        reservation.madeBy = actor.person(project);
        reservation.madeAt = clock.instant();
        reservations.save(reservation);
        List<Drawing> run = new ArrayList<>();
        for (int i = 0; i < wanted.count(); i++) {
            Drawing drawing = taking.draw(scheme, values, project, withoutGivenBack(book.held(project)));
            book.keep(project, drawing, entry -> {
                entry.state = NumberState.RESERVED;
                entry.firmId = wanted.firm();
                entry.personId = actor.person(project);
                entry.reason = reservation.reason;
                entry.reservationId = reservation.id();
            });
            run.add(drawing);
        }
        reservation.combination = run.getFirst().count().orElseThrow().counter().combination();
        reservation.fromValue = run.getFirst().count().orElseThrow().value();
        reservation.toValue = run.getLast().count().orElseThrow().value();
        reservation.firstNumber = run.getFirst().number();
        reservation.lastNumber = run.getLast().number();
        reservation.numbers = run.size();
        events.write(project, scheme.key(), null, actor, "Reserved " + run.getFirst().number() + " to " + run.getLast()
                .number() + " (" + run.size()
                + ") for " + people.firm(project, wanted.firm()).name() + " until " + wanted.until() + ": " + reservation.reason);
        changed(project);
        return reservation.id();
    }

    /** A run has no holes filled from what others gave back. */
    private static Ledger withoutGivenBack(Ledger ledger) {
        return new Ledger() {
            @Override
            public Next next(CounterKey counter, long first, long step) {
                Next next = ledger.next(counter, first, step);
                return new Next(next.value(), next.step(), Optional.empty());
            }

            @Override
            public boolean knows(String number) {
                return ledger.knows(number);
            }

            @Override
            public Optional<String> nextOf(String list) {
                return ledger.nextOf(list);
            }
        };
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
        reservations.over(latest, Limit.of(AT_ONCE)).stream().filter(r -> r.untilDay.isBefore(today(r.projectId))).findFirst()
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
        changed(reservation.projectId);
        return given + " of its numbers were given back" + (seen.isEmpty() ? "."
                : ", " + seen.size() + " have been seen in names and stay with "
                + people.firm(reservation.firmId).name() + ".");
    }

    /** The numbers of a reservation, for its firm to take away. */
    @Transactional(readOnly = true)
    List<LedgerEntry> numbers(Reservation reservation) {
        return entries.findByReservationIdOrderById(reservation.id());
    }

    @Transactional(readOnly = true)
    Reservation visible(long id, Actor actor) {
        Reservation reservation = reservations.findById(id).orElseThrow(() -> Refused.notFound("reservation"));
        if (!actor.maySee(reservation.projectId, reservation.firmId)) {
            throw Refused.notFound("reservation");
        }
        return reservation;
    }

    private LocalDate today(long project) {
        return LocalDate.ofInstant(clock.instant(), projects.settings(project).zone());
    }

    private void changed(long project) {
        live.changed(new Live.Change(project, null, Live.Topic.NUMBERS, project));
    }
}
