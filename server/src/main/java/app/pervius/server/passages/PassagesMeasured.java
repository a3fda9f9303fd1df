package app.pervius.server.passages;

import app.pervius.server.metrics.Measured;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How many passages are in which state, for who watches the engine. */
@Component
class PassagesMeasured implements Measured {

    private final JdbcClient jdbc;

    PassagesMeasured(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public String name() {
        return "pervius_passages";
    }

    @Override
    public String help() {
        return "Passages by state; those that are done are not counted.";
    }

    @Override
    public String by() {
        return "state";
    }

    @Override
    public Map<String, Double> now() {
        Map<String, Double> counts = new TreeMap<>();
        for (Passages.State state : Passages.State.values()) {
            if (state != Passages.State.DONE) {
                counts.put(state.name().toLowerCase(Locale.ROOT), 0.0);
            }
        }
        jdbc.sql("select state, count(*) as passages from passage where state <> 'DONE' group by state").query((row, n) ->
                counts.put(row.getString("state").toLowerCase(Locale.ROOT), row.getDouble("passages"))).list();
        return counts;
    }
}
