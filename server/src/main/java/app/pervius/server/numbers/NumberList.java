package app.pervius.server.numbers;

import app.pervius.server.refused.Refused;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Lists from which schemes take values, each value for one number only. */
@Component
class NumberList {

    /** A list and how much of it is left. */
    record ListView(String key, String name, int values, int free) {
    }

    private final JdbcClient jdbc;

    NumberList(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    List<ListView> all(long project) {
        return jdbc.sql("""
                select l.list_key, l.name, count(v.id) numbers, count(v.id) - count(v.used_by) free
                from number_list l
                left join number_list_value v on v.list_id = l.id where l.project_id = ? group by l.id, l.list_key, l.name order by
                    l.list_key""")
                .param(project).query((row, n) -> new ListView(row.getString("list_key"), row.getString("name"), row.getInt("numbers"),
                        row.getInt("free"))).list();
    }

    /** The next free value; the list is held until the transaction ends, so that no other gets the same. */
    Optional<String> next(long project, String key) {
        return held(project, key).flatMap(this::free);
    }

    /** The next free value as it stands; nothing is held. */
    Optional<String> look(long project, String key) {
        return jdbc.sql("select id from number_list where project_id = ? and list_key = ?").params(project, key).query(Long.class)
                .optional().flatMap(this::free);
    }

    private Optional<String> free(long list) {
        return jdbc.sql("""
                select list_value from number_list_value where list_id = ? and used_by is null order by list_id, used_by, position fetch
                    first 1 rows only""")
                .param(list).query(String.class).optional();
    }

    void used(long project, String key, String value, long entry) {
        int changed = jdbc.sql("""
                update number_list_value set used_by = ? where used_by is null and list_value = ?
                and list_id = (select id from number_list where project_id = ? and list_key = ?)""").params(entry, value, project,
                    key).update();
        if (changed != 1) {
            throw new IllegalStateException("value " + value + " of list " + key + " was used " + (1 - changed) + " times already");
        }
    }

    /** Adds values behind those there are; those it has already are left as they are. Gives how many were new. */
    int add(long project, String key, String name, List<String> values) {
        long list = held(project, key).orElseGet(() -> make(project, key, name));
        int last = jdbc.sql("select coalesce(max(position), 0) from number_list_value where list_id = ?").param(list).query(Integer.class)
                .single();
        var known = new java.util.HashSet<>(jdbc.sql("select list_value from number_list_value where list_id = ?").param(list)
                .query(String.class).list());
        int added = 0;
        for (String value : values) {
            if (known.add(value)) {
                added++;
                jdbc.sql("insert into number_list_value (id, list_id, position, list_value) values (next value for ids, ?, ?, ?)")
                        .params(list, last + added, value).update();
            }
        }
        return added;
    }

    private long make(long project, String key, String name) {
        if (!key.matches("[a-z][a-z0-9-]{0,59}")) {
            throw Refused.invalid("key", "A list is called by lower-case letters, digits and hyphens, such as pump-tags.");
        }
        jdbc.sql("insert into number_list (id, project_id, list_key, name, version) values (next value for ids, ?, ?, ?, 0)")
                .params(project, key, name).update();
        return held(project, key).orElseThrow();
    }

    private Optional<Long> held(long project, String key) {
        return jdbc.sql("select id from number_list where project_id = ? and list_key = ? for update").params(project, key)
                .query(Long.class).optional();
    }
}
