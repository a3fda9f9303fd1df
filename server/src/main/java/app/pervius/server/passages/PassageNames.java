package app.pervius.server.passages;

import app.pervius.server.store.KeepsNames;
import app.pervius.server.store.Renaming;
import java.util.AbstractMap.SimpleEntry;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Calls people otherwise where passages say with whom they are. */
@Component
class PassageNames implements KeepsNames {

    private final JdbcClient jdbc;

    PassageNames(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public int rename(Renaming renaming) {
        List<SimpleEntry<Long, String>> held = jdbc.sql("select id, held_by from passage where " + renaming.where("held_by"))
                .params(renaming.likes(1)).query((row, n) -> new SimpleEntry<>(row.getLong("id"), row.getString("held_by"))).list();
        int renamed = 0;
        for (Map.Entry<Long, String> by : held) {
            String is = renaming.in(by.getValue());
            if (!is.equals(by.getValue())) {
                renamed++;
                // Whoever has read the passage before writes nothing of what was read then.
                jdbc.sql("update passage set held_by = ?, version = version + 1 where id = ?").params(is, by.getKey()).update();
            }
        }
        return renamed;
    }
}
