package app.pervius.bench;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;

/** What Pervius has answered to, fact by fact, to be held against what it says later. Of several threads. */
final class Facts {

    private static final long PATIENCE_NANOS = 60_000_000_000L;
    private static final long BETWEEN_LOOKS = 100_000_000;

    /** Looks, each path once, at what Pervius says now; counts what is compared. */
    static final class Look {

        private final Person who;
        private final Map<String, JsonNode> known = new HashMap<>();
        private long comparisons;

        Look(Person who) {
            this.who = who;
        }

        JsonNode at(String path) {
            return known.computeIfAbsent(path, who::get);
        }

        /** All pages of a list. */
        List<JsonNode> all(String path, Function<JsonNode, JsonNode> page) {
            List<JsonNode> all = new ArrayList<>();
            String more = "";
            do {
                JsonNode its = page.apply(at(path + (more.isEmpty() ? "" : (path.contains("?") ? "&" : "?") + "after=" + more)));
                its.get("items").forEach(all::add);
                more = its.path("next").isMissingNode() || its.get("next").isNull() ? "" : its.get("next").asString();
            } while (!more.isEmpty());
            return all;
        }

        boolean same(Object expected, Object found) {
            return is(() -> expected.equals(found));
        }

        boolean is(BooleanSupplier so) {
            comparisons++;
            return so.getAsBoolean();
        }
    }

    /** Something that was answered, and how it is seen that it holds. */
    record Fact(String what, Function<Look, Boolean> holds) {
    }

    private final List<Fact> all = new ArrayList<>();
    private long comparisons;

    synchronized void add(String what, Function<Look, Boolean> holds) {
        all.add(new Fact(what, holds));
    }

    synchronized int size() {
        return all.size();
    }

    long comparisons() {
        return comparisons;
    }

    /** Those from this one on, and of those before it so many taken at even distances. */
    synchronized List<Fact> since(int first, int ofBefore) {
        List<Fact> chosen = new ArrayList<>(all.subList(first, all.size()));
        for (int i = 0; i < ofBefore && first > 0; i++) {
            chosen.add(all.get((int) ((long) i * first / ofBefore)));
        }
        return chosen;
    }

    /** What does not hold, once what a kill has left has had its time to be picked up. */
    List<String> wrong(List<Fact> which, Person who) {
        List<Fact> left = which;
        long end = System.nanoTime() + PATIENCE_NANOS;
        while (true) {
            Look look = new Look(who);
            List<Fact> wrong = left.stream().filter(fact -> !fact.holds().apply(look)).toList();
            comparisons += look.comparisons;
            if (wrong.isEmpty() || System.nanoTime() > end) {
                return wrong.stream().map(Fact::what).toList();
            }
            left = wrong;
            LockSupport.parkNanos(BETWEEN_LOOKS);
        }
    }
}
