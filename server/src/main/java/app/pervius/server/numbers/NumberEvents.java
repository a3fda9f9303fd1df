package app.pervius.server.numbers;

import app.pervius.server.access.Actor;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.store.Sql;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The journal of what people did to numbers and counters; who looks at them sees it at once. */
@Component
class NumberEvents {

    /** An entry as people read it. */
    record NumberEventLine(Instant at, String actor, @Nullable String number, String account) {
    }

    private static final int SHOWN = 100;

    private final JdbcClient jdbc;
    private final Live live;
    private final InstantSource clock;

    NumberEvents(JdbcClient jdbc, Live live, InstantSource clock) {
        this.jdbc = jdbc;
        this.live = live;
        this.clock = clock;
    }

    void write(long project, String scheme, @Nullable String number, Actor actor, String account) {
        write(project, scheme, number, actor.person(project), actor.in(project).name(), account);
    }

    /** What Pervius did by the clock. */
    void byItself(long project, String scheme, String account) {
        write(project, scheme, null, null, "Pervius", account);
    }

    private void write(long project, String scheme, @Nullable String number, @Nullable Long person, String name, String account) {
        jdbc.sql("""
                insert into number_event (id, project_id, scheme_key, number, at, actor_id, actor, account)
                values (next value for ids, ?, ?, ?, ?, ?, ?, ?)""")
                .params(Sql.values(project, scheme, number, clock.instant().atOffset(ZoneOffset.UTC), person, name,
                        account.length() > 4000 ? account.substring(0, 3999) + "…" : account)).update();
        live.changed(new Change(project, null, Live.Topic.NUMBERS, project));
    }

    /** The newest of a scheme. */
    List<NumberEventLine> of(long project, String scheme) {
        return jdbc.sql("""
                select at, actor, number, account from number_event where project_id = ? and scheme_key = ?
                order by project_id desc, scheme_key desc, id desc fetch first ? rows only""").params(project, scheme, SHOWN)
                .query((row, n) -> new NumberEventLine(row.getObject("at", OffsetDateTime.class).toInstant(), row.getString("actor"),
                        row.getString("number"), row.getString("account"))).list();
    }
}
