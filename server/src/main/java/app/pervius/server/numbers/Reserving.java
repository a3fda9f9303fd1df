package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import app.pervius.core.number.Drawing;
import app.pervius.core.number.Ledger;
import app.pervius.core.number.NumberState;
import app.pervius.core.number.Scheme;
import app.pervius.core.project.FieldValues;
import app.pervius.server.access.Actor;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Runs of numbers kept for an originator; what was never seen when the day is over is given back. */
@Service
@Transactional
public class Reserving {

    /** Numbers to be kept. */
    public record WantedRun(String scheme, Map<String, String> values, int count, long firm, LocalDate until, String reason) {
    }

    private final ReservationRepository reservations;
    private final LedgerRepository entries;
    private final LedgerBook book;
    private final Schemes schemes;
    private final Taking taking;
    private final Projects projects;
    private final People people;
    private final NumberEvents events;
    private final InstantSource clock;

    Reserving(ReservationRepository reservations, LedgerRepository entries, LedgerBook book, Schemes schemes, Taking taking,
            Projects projects, People people, NumberEvents events, InstantSource clock) {
        this.reservations = reservations;
        this.entries = entries;
        this.book = book;
        this.schemes = schemes;
        this.taking = taking;
        this.projects = projects;
        this.people = people;
        this.events = events;
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
        if (wanted.until().isBefore(projects.today(project))) {
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
}
