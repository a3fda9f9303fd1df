package app.pervius.server.outbound;

import app.pervius.server.metrics.Measured;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How much waits to go out on which channel. */
@Component
class OutboundMeasured implements Measured {

    private final JdbcClient jdbc;

    OutboundMeasured(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public String name() {
        return "pervius_outbound_waiting";
    }

    @Override
    public String help() {
        return "What waits to be handed over, by channel.";
    }

    @Override
    public String by() {
        return "channel";
    }

    @Override
    public Map<String, Double> now() {
        Map<String, Double> counts = new TreeMap<>();
        jdbc.sql("select channel, count(*) as waiting from outbound group by channel").query((row, n) ->
                counts.put(row.getString("channel"), row.getDouble("waiting"))).list();
        return counts;
    }
}
