package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import app.pervius.core.number.Ledger;
import app.pervius.core.number.NumberState;
import app.pervius.core.number.Scheme;
import app.pervius.core.pattern.Piece;
import app.pervius.core.project.Fields;
import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What people put right in the ledger: voiding, giving up, setting a counter's next number. Each with its reason, in the journal. */
@Service
@Transactional
public class LedgerDesk {

    private final LedgerRepository entries;
    private final LedgerBook book;
    private final Counters counters;
    private final Schemes schemes;
    private final Documents documents;
    private final Projects projects;
    private final NumberEvents events;
    private final JdbcClient jdbc;

    LedgerDesk(LedgerRepository entries, LedgerBook book, Counters counters, Schemes schemes, Documents documents, Projects projects,
            NumberEvents events, JdbcClient jdbc) {
        this.entries = entries;
        this.book = book;
        this.counters = counters;
        this.schemes = schemes;
        this.documents = documents;
        this.projects = projects;
        this.events = events;
        this.jdbc = jdbc;
    }

    /** Gives up a number that was taken and that nothing has come for. It is never assigned again. */
    public void giveUp(long project, String number, String reason, Actor actor) {
        LedgerEntry entry = held(project, number);
        if (!actor.controls(project) && (entry.firmId == null || entry.firmId != actor.firm(project))) {
            throw Refused.notFound("number");
        }
        if (entry.state != NumberState.TAKEN) {
            throw Refused.conflict("not-taken", "Only a number that was taken and that nothing has come for can be given up; " + number
                    + " is "
                    + entry.state.label() + ".");
        }
        strike(entry, reason, actor, "Gave up ");
    }

    /** Voids a number for ever; refused while something current or on its way has it. */
    void voidNumber(long project, String number, String reason, Actor actor) {
        actor.mustControl(project);
        LedgerEntry entry = held(project, number);
        if (entry.state == NumberState.VOIDED) {
            throw Refused.conflict("voided-already", number + " was voided before: " + entry.reason);
        }
        if (entry.documentId != null) {
            documents.needed(entry.documentId).ifPresent(why -> {
                throw Refused.conflict("number-in-use", number + " cannot be voided: " + why + ".");
            });
        }
        if (entry.state == NumberState.GIVEN_BACK) {
            counters.gaveBack(project, new CounterKey(entry.schemeKey, entry.combination), -1);
        }
        strike(entry, reason, actor, "Voided ");
    }

    private void strike(LedgerEntry entry, String reason, Actor actor, String what) {
        entry.state = NumberState.VOIDED;
        entry.reason = reason.strip();
        entry.personId = actor.person(entry.projectId);
        if (entry.documentId != null) {
            documents.voided(entry.documentId, entry.reason);
        }
        events.write(entry.projectId, entry.schemeKey, entry.number, actor, what + entry.number + ": " + entry.reason);
    }

    /** Sets what a counter gives next, only upwards; what is left out is explained by the reason. */
    public void setNext(long project, String key, String combination, long next, String reason, Actor actor) {
        actor.mustControl(project);
        Scheme scheme = schemes.inForce(project, key).filter(Scheme::counts).orElseThrow(() -> Refused.notFound("scheme"));
        CounterKey counter = new CounterKey(key, combination);
        mustBePossible(project, scheme, combination);
        Ledger.Next now = counters.next(project, counter, scheme.start(), scheme.step());
        if (next <= now.value()) {
            throw Refused.invalid("next", "The counter gives " + now.value()
                    + " next and can only be set higher: what is below stands in the ledger.");
        }
        if ((next - now.value()) % now.step() != 0) {
            throw Refused.invalid("next", "The counter goes in steps of " + now.step() + " from " + now.value() + "; " + next
                    + " is not one of them.");
        }
        int widest = widest(scheme, projects.settings(project).fields());
        if (Long.toString(next).length() > widest) {
            throw Refused.invalid("next", next + " has more digits than the " + widest + " the scheme has room for.");
        }
        counters.moveTo(project, counter, next);
        book.gap(project, counter, now.value(), next - now.step(), reason.strip(), actor.person(project));
        events.write(project, key, null, actor, "Set the next number of " + (combination.isEmpty() ? scheme.name() : combination)
                + " from " + now.value()
                + " to " + next + ": " + reason.strip());
    }

    /** A counter that has not begun must be one the scheme can begin. */
    private void mustBePossible(long project, Scheme scheme, String combination) {
        List<String> parts = combination.isEmpty() ? List.of() : Arrays.asList(combination.split("·", -1));
        int wanted = scheme.countsPer().size() + (scheme.yearly() ? 1 : 0);
        Fields fields = projects.settings(project).fields();
        boolean fits = parts.size() == wanted;
        for (int i = 0; fits && i < scheme.countsPer().size(); i++) {
            fits = fields.find(scheme.countsPer().get(i)).orElseThrow().takes(parts.get(i));
        }
        fits &= !scheme.yearly() || !fits || parts.getLast().matches("20\\d\\d");
        if (!fits) {
            throw Refused.invalid("combination", "“" + combination + "” is no counter of this scheme; it counts per "
                    + String.join(", ", scheme.countsPer().stream().map(fields::label).toList()) + (scheme.yearly() ? " and year" : "")
                    + ".");
        }
    }

    static int widest(Scheme scheme, Fields fields) {
        return scheme.sound(fields).pieces().stream().filter(p -> p.field().filter(Scheme.COUNTER::equals).isPresent())
                .mapToInt(Piece::most).max().orElse(0);
    }

    /**
     * The entry and before it its counter, as whoever draws a number does, held until the transaction ends: nothing comes for the number
     * meanwhile.
     */
    private LedgerEntry held(long project, String number) {
        jdbc.sql("select scheme_key, combination from ledger_entry where project_id = ? and number = ? and counter_value is not null")
                .params(project, number)
                .query((row, n) -> new CounterKey(row.getString("scheme_key"), row.getString("combination"))).optional()
                .ifPresent(counter -> counters.next(project, counter, 0, 1));
        jdbc.sql("select id from ledger_entry where project_id = ? and number = ? for update").params(project, number).query(Long.class)
                .optional()
                .orElseThrow(() -> Refused.notFound("number"));
        return Objects.requireNonNull(entries.findByProjectIdAndNumber(project, number).orElseThrow());
    }
}
