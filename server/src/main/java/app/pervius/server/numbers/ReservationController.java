package app.pervius.server.numbers;

import app.pervius.core.number.NumberState;
import app.pervius.server.access.Actor;
import app.pervius.server.http.Page;
import app.pervius.server.people.People;
import app.pervius.server.tables.Columns;
import app.pervius.server.tables.TableWriter;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Reserved ranges of numbers. */
@RestController
class ReservationController {

    private final ReservationRepository reservations;
    private final Reserving reserving;
    private final ReservationsOver over;
    private final People people;
    private final TransactionTemplate transaction;

    ReservationController(ReservationRepository reservations, Reserving reserving, ReservationsOver over, People people,
            TransactionTemplate transaction) {
        this.reservations = reservations;
        this.reserving = reserving;
        this.over = over;
        this.people = people;
        this.transaction = transaction;
    }

    /** A run of numbers; {@code used} is for how many of them something has come. */
    record ReservedRun(String first, String last, int numbers, long used) {
    }

    /** A reservation. */
    record ReservationView(long id, String scheme, ReservedRun run, String firm, String firmName, LocalDate until, String reason, String by,
            Instant at, @Nullable Instant ended, int version) {
    }

    record ReservationEntry(@NotBlank @Size(max = 60) String scheme,
            @NotNull Map<@Size(max = 60) String, @NotNull @Size(max = 200) String> values,
            @Min(1) @Max(1000) int count, @NotNull Long firm, @NotNull LocalDate until, @NotBlank @Size(max = 1000) String reason) {
    }

    record MadeReservation(long id) {
    }

    @GetMapping("/api/projects/{project}/reservations")
    Page<ReservationView> all(@PathVariable long project, @RequestParam(required = false) @Nullable String after, Actor actor) {
        actor.in(project);
        Page<Reservation> page = Page.of(reservations.newest(project, Page.after(after, Long.MAX_VALUE), Limit.of(Page.SIZE + 1)),
                Reservation::id, r -> r);
        return new Page<>(page.items().stream().filter(r -> actor.maySee(project, r.firmId)).map(this::view).toList(), page.next());
    }

    @PostMapping("/api/projects/{project}/reservations")
    @ResponseStatus(HttpStatus.CREATED)
    MadeReservation reserve(@PathVariable long project, @Valid @RequestBody ReservationEntry entry, Actor actor) {
        actor.mustControl(project);
        return new MadeReservation(reserving.reserve(project, new Reserving.WantedRun(entry.scheme(), entry.values(), entry.count(),
                entry.firm(), entry.until(),
                entry.reason()), actor));
    }

    /** The numbers as a file to take away. */
    @GetMapping(path = "/api/reservations/{id}/numbers", produces = "application/octet-stream")
    ResponseEntity<StreamingResponseBody> file(@PathVariable long id, @RequestParam(defaultValue = "XLSX") TableWriter.Format format,
            Actor actor) {
        Reservation reservation = reserving.visible(id, actor);
        Columns<LedgerEntry> columns = new Columns<LedgerEntry>(ZoneOffset.UTC).text("Number", e -> e.number).text("Title", e -> e.title)
                .text("State", e -> e.state.label())
                .day("Reserved until", e -> reservation.untilDay);
        return TableWriter.download(format, reservation.firstNumber + " to " + reservation.lastNumber, columns,
                reserving.numbers(reservation));
    }

    @DeleteMapping("/api/reservations/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(@PathVariable long id, @RequestParam int version, Actor actor) {
        reserving.visible(id, actor);
        transaction.executeWithoutResult(status -> over.end(id, version, actor));
    }

    private ReservationView view(Reservation r) {
        List<LedgerEntry> numbers = reserving.numbers(r);
        People.FirmView firm = people.firm(r.firmId);
        return new ReservationView(r.id(), r.schemeKey, new ReservedRun(r.firstNumber, r.lastNumber, r.numbers,
                numbers.stream().filter(e -> e.state == NumberState.ASSIGNED).count()), firm.code(), firm.name(), r.untilDay, r.reason,
                people.person(r.madeBy).name(), r.madeAt, r.endedAt, r.version);
    }
}
