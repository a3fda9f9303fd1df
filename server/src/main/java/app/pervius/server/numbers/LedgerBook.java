package app.pervius.server.numbers;

import app.pervius.core.number.CounterKey;
import app.pervius.core.number.Drawing;
import app.pervius.core.number.Ledger;
import app.pervius.core.project.FirmId;
import app.pervius.core.register.Known;
import app.pervius.server.documents.Documents;
import app.pervius.server.people.People;
import app.pervius.server.store.Ids;
import app.pervius.server.store.Sql;
import java.time.InstantSource;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The ledger: every number once, and every value of a counter accounted for. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class LedgerBook {

    private final LedgerRepository entries;
    private final Counters counters;
    private final NumberList lists;
    private final Documents documents;
    private final People people;
    private final JdbcClient jdbc;
    private final Ids ids;
    private final InstantSource clock;

    LedgerBook(LedgerRepository entries, Counters counters, NumberList lists, Documents documents, People people,
            JdbcClient jdbc, Ids ids, InstantSource clock) {
        this.entries = entries;
        this.counters = counters;
        this.lists = lists;
        this.documents = documents;
        this.people = people;
        this.jdbc = jdbc;
        this.ids = ids;
        this.clock = clock;
    }

    /** What is known of a number, for station Identify. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public Known known(long project, String number) {
        Optional<LedgerEntry> found = entries.findByProjectIdAndNumber(project, number);
        if (found.isEmpty()) {
            return new Known.Never();
        }
        LedgerEntry entry = found.get();
        return switch (entry.state) {
            case VOIDED -> new Known.Voided(entry.reason, Optional.ofNullable(entry.firmId).map(FirmId::new));
            case RESERVED -> reserved(entry);
            case GIVEN_BACK -> new Known.Never();
            case ASSIGNED, TAKEN, TAKEN_OVER -> documents.known(project, number).<Known>map(Known.Document::new)
                    .orElseGet(Known.Never::new);
        };
    }

    /**
     * What was known of a number before a passage came, as far as that can be told now: a document's revisions since then do not count, and
     * a
     * number that became a document with it was reserved for whom it became one.
     */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public Known knownBefore(long project, String number, long passage) {
        Optional<LedgerEntry> entry = entries.findByProjectIdAndNumber(project, number);
        return documents.knownBefore(project, number, passage).<Known>map(Known.Document::new)
                .or(() -> entry.filter(e -> e.documentId != null && e.firmId != null).map(this::reserved))
                .orElseGet(() -> entry.isEmpty() ? new Known.Never() : known(project, number));
    }

    private Known reserved(LedgerEntry entry) {
        long firm = java.util.Objects.requireNonNull(entry.firmId);
        return new Known.Reserved(new FirmId(firm), people.firm(firm).name());
    }

    /** Something came for a document whose number had been given before; fails if it was voided in that very moment. */
    public void came(long document) {
        jdbc.sql("""
                update ledger_entry set came_at = ?, state = case when state = 'TAKEN' then 'ASSIGNED' else state end
                where document_id = ? and came_at is null and state <> 'VOIDED'""").params(clock.instant().atOffset(ZoneOffset.UTC),
                    document).update();
        if (jdbc.sql("select count(*) from ledger_entry where document_id = ? and state = 'VOIDED'").param(document).query(Long.class)
                .single() > 0) {
            throw new IllegalStateException("the number of document " + document + " was voided while something came for it");
        }
    }

    /** Something came with a reserved number; a document now has it. Fails if the number was given back or voided in that very moment. */
    public void assignReserved(long project, String number, long document, String byRule) {
        int changed = jdbc.sql("""
                update ledger_entry set state = 'ASSIGNED', document_id = ?, by_rule = ?, came_at = ?
                where project_id = ? and number = ? and state = 'RESERVED'""")
                .params(document, byRule, clock.instant().atOffset(ZoneOffset.UTC), project, number).update();
        if (changed != 1) {
            throw new IllegalStateException("number " + number + " is not reserved any more");
        }
    }

    /** A reserved number is free again; false if it is not reserved any more. Its counter must be held. */
    boolean giveBack(long entry) {
        return jdbc.sql("update ledger_entry set state = 'GIVEN_BACK', firm_id = null, reason = '' where id = ? and state = 'RESERVED'")
                .param(entry).update() == 1;
    }

    /** Keeps a number that was drawn: the counter moves, what it passed over is explained, and the number stands in the ledger. */
    long keep(long project, Drawing drawing, Consumer<LedgerEntry> what) {
        drawing.count().ifPresent(count -> {
            counters.given(project, count);
            explain(project, count);
        });
        boolean again = drawing.count().filter(Drawing.Count::givenBack).isPresent();
        LedgerEntry entry = again ? entries.findByProjectIdAndNumber(project, drawing.number()).orElseThrow() : new LedgerEntry();
        entry.projectId = project;
        entry.number = drawing.number();
        entry.schemeKey = drawing.scheme();
        entry.schemeEdition = drawing.edition();
        entry.combination = drawing.count().map(count -> count.counter().combination()).orElse("");
        entry.counterValue = drawing.count().map(Drawing.Count::value).orElse(null);
        entry.assignedAt = clock.instant();
        entry.reason = "";
        entry.reservationId = null;
        what.accept(entry);
        // What is read as plain rows while the next number is drawn has to be there, also of a number that was given back.
        long id = again ? entries.saveAndFlush(entry).id() : insert(entry);
        drawing.fromLists().forEach((list, value) -> lists.used(project, list, value, id));
        return id;
    }

    private long insert(LedgerEntry e) {
        long id = ids.next();
        jdbc.sql("""
                insert into ledger_entry (id, project_id, number, scheme_key, scheme_edition, combination, counter_value, state,
                    document_id, title, firm_id,
                    person_id, assigned_at, by_rule, reason, reservation_id, came_at)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""")
                .params(Sql.values(id, e.projectId, e.number, e.schemeKey, e.schemeEdition, e.combination, e.counterValue, e.state.name(),
                        e.documentId, e.title, e.firmId,
                        e.personId, e.assignedAt.atOffset(ZoneOffset.UTC), e.byRule, e.reason, e.reservationId,
                        e.cameAt == null ? null : e.cameAt.atOffset(ZoneOffset.UTC))).update();
        return id;
    }

    private boolean stands(long project, String number) {
        return !jdbc.sql("select 1 from ledger_entry where project_id = ? and number = ?").params(project, number).query(Integer.class)
                .list().isEmpty();
    }

    private void explain(long project, Drawing.Count count) {
        Set<Long> here = count.passedOver().isEmpty() ? Set.of() : Set.copyOf(jdbc.sql("""
                select counter_value from ledger_entry where project_id = ? and scheme_key = ? and combination = ? and counter_value
                    between ? and ?""")
                .params(project, count.counter().scheme(), count.counter().combination(), count.passedOver().getFirst(), count.passedOver()
                        .getLast())
                .query(Long.class).list());
        count.passedOver().stream().filter(value -> !here.contains(value)).forEach(value ->
                gap(project, count.counter(), value, value, "The number stands in the ledger under another scheme.", null));
    }

    /** Values no number was made of, and why. */
    void gap(long project, CounterKey counter, long from, long to, String reason, @Nullable Long person) {
        jdbc.sql("""
                insert into ledger_gap (id, project_id, scheme_key, combination, from_value, to_value, reason, person_id, made_at)
                values (next value for ids, ?, ?, ?, ?, ?, ?, ?, ?)""")
                .params(Sql.values(project, counter.scheme(), counter.combination(), from, to, reason, person,
                        clock.instant().atOffset(ZoneOffset.UTC))).update();
    }

    /** The ledger as it stands, for showing what would come; holds nothing and begins no counter. */
    @Transactional(propagation = Propagation.SUPPORTS, readOnly = true)
    public Ledger looking(long project) {
        return new Ledger() {
            @Override
            public Next next(CounterKey counter, long first, long step) {
                return counters.look(project, counter).orElse(new Next(first, step, Optional.empty()));
            }

            @Override
            public boolean knows(String number) {
                return stands(project, number);
            }

            @Override
            public Optional<String> nextOf(String list) {
                return lists.look(project, list);
            }
        };
    }

    /** The ledger of a project with its counters held. */
    Ledger held(long project) {
        return new Ledger() {
            @Override
            public Next next(CounterKey counter, long first, long step) {
                return counters.next(project, counter, first, step);
            }

            @Override
            public boolean knows(String number) {
                return stands(project, number);
            }

            @Override
            public Optional<String> nextOf(String list) {
                return lists.next(project, list);
            }
        };
    }
}
