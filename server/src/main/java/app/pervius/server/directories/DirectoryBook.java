package app.pervius.server.directories;

import app.pervius.server.store.Ids;
import app.pervius.server.store.Sql;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Directories as they are set, and what was taken from them or cannot be. */
@Component
@Transactional
class DirectoryBook {

    private static final int LONGEST_WHY = 1_000;

    /** What became of a file as it lay there. */
    enum State { TAKEN, REFUSED }

    /**
     * A file that was dealt with as it was.
     *
     * @param modified in milliseconds since 1970, UTC
     * @param key what tells it from another of its name, as far as the file system says so; empty where that was not noted
     * @param why it is refused, or cannot be removed
     */
    record Noted(String path, long size, long modified, String key, State state, Optional<String> why) {

        static Noted taken(String path, Lying.Seen seen, Optional<String> why) {
            return new Noted(path, seen.size(), seen.modified(), seen.key(), State.TAKEN, why);
        }

        static Noted refused(String path, Lying.Seen seen, String why) {
            return new Noted(path, seen.size(), seen.modified(), seen.key(), State.REFUSED, Optional.of(why));
        }

        /** Whether a file is still the one that was dealt with. */
        boolean is(Lying.Seen seen) {
            return size == seen.size() && modified == seen.modified() && (key.isEmpty() || key.equals(seen.key()));
        }
    }

    /** A submission that goes on. */
    record Open(long author, long submission, Instant lastTaken) {
    }

    private final JdbcClient jdbc;
    private final Ids ids;
    private final InstantSource clock;

    DirectoryBook(JdbcClient jdbc, Ids ids, InstantSource clock) {
        this.jdbc = jdbc;
        this.ids = ids;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    List<Directory> all() {
        Map<Long, Map<String, Long>> authors = authors();
        return jdbc.sql("select * from directory order by id").query((row, n) -> directory(row, authors)).list();
    }

    @Transactional(readOnly = true)
    List<Directory> of(long project) {
        Map<Long, Map<String, Long>> authors = authors();
        return jdbc.sql("select * from directory where project_id = ? order by project_id, id").param(project)
                .query((row, n) -> directory(row, authors)).list();
    }

    @Transactional(readOnly = true)
    Optional<Directory> find(long id) {
        Map<Long, Map<String, Long>> authors = authors();
        return jdbc.sql("select * from directory where id = ?").param(id).query((row, n) -> directory(row, authors)).optional();
    }

    @Transactional(readOnly = true)
    int leadingTo(long folder) {
        return jdbc.sql("select count(*) from directory where folder_id = ?").param(folder).query(Integer.class).single();
    }

    private Map<Long, Map<String, Long>> authors() {
        Map<Long, Map<String, Long>> all = new HashMap<>();
        jdbc.sql("select directory_id, subdirectory, person_id from directory_author order by subdirectory").query((row, n) ->
                all.computeIfAbsent(row.getLong("directory_id"), k -> new LinkedHashMap<>()).put(row.getString("subdirectory"),
                        row.getLong("person_id"))).list();
        return all;
    }

    private static Directory directory(ResultSet row, Map<Long, Map<String, Long>> authors) throws SQLException {
        long id = row.getLong("id");
        return new Directory(id, row.getLong("project_id"), row.getLong("folder_id"), row.getString("path"), row.getInt("every_seconds"),
                new Directory.Complete(row.getInt("rest_seconds"), row.getString("marker")),
                new Directory.Afterwards(row.getString("move_to")), row.getObject("author_id", Long.class),
                authors.getOrDefault(id, Map.of()), row.getInt("quiet_seconds"), row.getBoolean("switched_on"),
                new Directory.Count(row.getLong("taken"), row.getInt("version")));
    }

    /** Sets a new one; its id and counts do not count. */
    long add(Directory its) {
        long id = ids.next();
        jdbc.sql("""
                insert into directory (id, project_id, folder_id, path, every_seconds, rest_seconds, marker, move_to, author_id,
                    quiet_seconds, switched_on, taken, version) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, 0, 0)""")
                .params(Sql.values(id, its.project(), its.folder(), its.path(), its.everySeconds(), its.complete().restSeconds(),
                        its.complete().marker(), its.afterwards().moveTo(), its.author(), its.quietSeconds(), its.switchedOn())).update();
        authors(id, its);
        return id;
    }

    /** Sets one anew, if it still is as it was; false otherwise. What was noted of another path does not count for this one. */
    boolean change(Directory its) {
        jdbc.sql("delete from directory_file where directory_id = ? and exists (select 1 from directory where id = ? and version = ? "
                + "and path <> ?)").params(its.id(), its.id(), its.count().version(), its.path()).update();
        boolean changed = jdbc.sql("""
                update directory set path = ?, every_seconds = ?, rest_seconds = ?, marker = ?, move_to = ?, author_id = ?,
                    quiet_seconds = ?, switched_on = ?, version = version + 1 where id = ? and version = ?""")
                .params(Sql.values(its.path(), its.everySeconds(), its.complete().restSeconds(), its.complete().marker(),
                        its.afterwards().moveTo(), its.author(), its.quietSeconds(), its.switchedOn(), its.id(), its.count().version()))
                .update() == 1;
        if (changed) {
            jdbc.sql("delete from directory_author where directory_id = ?").param(its.id()).update();
            authors(its.id(), its);
        }
        return changed;
    }

    private void authors(long id, Directory its) {
        its.authors().forEach((subdirectory, person) -> jdbc.sql("insert into directory_author values (?, ?, ?)")
                .params(id, subdirectory, person).update());
    }

    void remove(long id) {
        jdbc.sql("delete from directory where id = ?").param(id).update();
    }

    /** What of a directory was dealt with, by the path below it. */
    @Transactional(readOnly = true)
    Map<String, Noted> noted(long directory) {
        Map<String, Noted> all = new HashMap<>();
        jdbc.sql("select path, size, modified, file_key, state, why from directory_file where directory_id = ?").param(directory)
                .query((row, n) -> new Noted(row.getString("path"), row.getLong("size"), row.getLong("modified"),
                        row.getString("file_key"), State.valueOf(row.getString("state")), Optional.ofNullable(row.getString("why")))).list()
                .forEach(noted -> all.put(noted.path(), noted));
        return all;
    }

    void note(long directory, Noted noted) {
        jdbc.sql("""
                merge into directory_file (directory_id, path, size, modified, file_key, state, why, noted_at) key (directory_id, path)
                values (?, ?, ?, ?, ?, ?, ?, ?)""").params(Sql.values(directory, noted.path(), noted.size(), noted.modified(),
                        noted.key(), noted.state().name(), noted.why().map(why -> why.substring(0, Math.min(why.length(),
                                LONGEST_WHY))).orElse(null),
                        now())).update();
    }

    /** The file is not there any more, or no more as it was. */
    void forget(long directory, String path) {
        jdbc.sql("delete from directory_file where directory_id = ? and path = ?").params(directory, path).update();
    }

    /** One was taken, with a submission that goes on. */
    void taken(long directory, Noted noted) {
        note(directory, noted);
        jdbc.sql("update directory set taken = taken + 1 where id = ?").param(directory).update();
    }

    void open(long directory, long author, long submission) {
        jdbc.sql("merge into directory_open (directory_id, author_id, submission_id, last_taken) key (directory_id, author_id) "
                + "values (?, ?, ?, ?)").params(directory, author, submission, now()).update();
    }

    @Transactional(readOnly = true)
    List<Open> open(long directory) {
        return jdbc.sql("select author_id, submission_id, last_taken from directory_open where directory_id = ?").param(directory)
                .query((row, n) -> new Open(row.getLong("author_id"), row.getLong("submission_id"),
                        row.getObject("last_taken", OffsetDateTime.class).toInstant())).list();
    }

    void closed(long directory, Open open) {
        jdbc.sql("delete from directory_open where directory_id = ? and author_id = ? and submission_id = ?")
                .params(directory, open.author(), open.submission()).update();
    }

    private OffsetDateTime now() {
        return clock.instant().atOffset(ZoneOffset.UTC);
    }
}
