package app.pervius.server.numbers;

import app.pervius.core.number.Scheme;
import app.pervius.server.access.Actor;
import app.pervius.server.http.Page;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Number schemes, their counters and the ledger. */
@RestController
@RequestMapping("/api/projects/{project}/schemes")
class NumberController {

    private static final int MOST_COUNTERS = 500;

    private final Schemes schemes;
    private final CounterRepository counters;
    private final LedgerRepository ledger;

    NumberController(Schemes schemes, CounterRepository counters, LedgerRepository ledger) {
        this.schemes = schemes;
        this.counters = counters;
        this.ledger = ledger;
    }

    /** A counter and what it gives next: shown, not promised. */
    record CounterView(String combination, long next) {
    }

    record SchemeView(String key, String name, int edition, String pattern, List<String> countsPer, List<CounterView> counters) {
    }

    record LedgerLine(long id, String number, Instant assignedAt, String byRule) {
    }

    @GetMapping
    List<SchemeView> schemes(@PathVariable long project, Actor actor) {
        actor.in(project);
        return schemes.all(project).stream().map(s -> view(project, s)).toList();
    }

    /** What the ledger has of a scheme, newest first. */
    @GetMapping("/{scheme}/ledger")
    Page<LedgerLine> ledger(@PathVariable long project, @PathVariable String scheme, @RequestParam(required = false) @Nullable String after, Actor actor) {
        actor.mustControl(project);
        return Page.of(ledger.newest(project, scheme, Page.after(after, Long.MAX_VALUE), Limit.of(Page.SIZE + 1)), LedgerEntry::id,
                e -> new LedgerLine(e.id(), e.number, e.assignedAt, e.byRule));
    }

    private SchemeView view(long project, Scheme s) {
        return new SchemeView(s.key(), s.name(), s.edition(), s.pattern(), s.countsPer(),
                counters.findByProjectIdAndSchemeKeyOrderByCombination(project, s.key(), Limit.of(MOST_COUNTERS)).stream()
                        .map(c -> new CounterView(c.combination, c.nextValue)).toList());
    }
}
