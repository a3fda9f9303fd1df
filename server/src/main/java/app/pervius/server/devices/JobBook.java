package app.pervius.server.devices;

import app.pervius.core.issue.Release;
import app.pervius.core.issue.Stamp;
import app.pervius.server.devices.DeviceJob.State;
import app.pervius.server.store.Ids;
import app.pervius.server.store.Sql;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What was released to devices, and how far it is. */
@Component
@Transactional
class JobBook {

    private static final int LONGEST_SAID = 1_000;
    private static final int LONGEST_NAME = 300;
    private static final int LONGEST_BECAUSE = 200;

    private final JdbcClient jdbc;
    private final Ids ids;
    private final InstantSource clock;

    JobBook(JdbcClient jdbc, Ids ids, InstantSource clock) {
        this.jdbc = jdbc;
        this.ids = ids;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    Optional<DeviceJob> find(long id) {
        return jdbc.sql("select * from device_job where id = ?").param(id).query(JobBook::job).optional();
    }

    /** Which jobs are asked for; of any device, passage or person where none is said. */
    record Wanted(@Nullable Long device, @Nullable Long passage, @Nullable Long askedBy) {
    }

    /** Some of a project, the newest first. */
    @Transactional(readOnly = true)
    List<DeviceJob> of(long project, Wanted wanted, long before, int most) {
        String which = (wanted.passage() != null ? "passage_id = :passage and " : "") + (wanted.device() != null
                ? "device_id = :device and " : "") + (wanted.askedBy() != null ? "asked_by = :by and " : "");
        return jdbc.sql("select * from device_job where " + which + "project_id = :project and id < :before order by id desc "
                + "fetch first :most rows only").param("project", project).param("device", wanted.device())
                .param("passage", wanted.passage()).param("by", wanted.askedBy()).param("before", before).param("most", most)
                .query(JobBook::job).list();
    }

    /** What devices have and have not done yet. */
    @Transactional(readOnly = true)
    List<DeviceJob> atDevices() {
        return jdbc.sql("select * from device_job where state = 'AT_DEVICE' order by state, id").query(JobBook::job).list();
    }

    @Transactional(readOnly = true)
    int open(long device) {
        return jdbc.sql("select count(*) from device_job where device_id = ? and state in ('WAITING', 'AT_DEVICE')").param(device)
                .query(Integer.class).single();
    }

    private static DeviceJob job(ResultSet row, int n) throws SQLException {
        return new DeviceJob(row.getLong("id"), row.getLong("device_id"), row.getString("device_name"),
                new DeviceJob.Subject(row.getLong("project_id"), Optional.ofNullable(row.getObject("passage_id", Long.class)),
                        row.getString("content_hash"), row.getString("name"), Optional.ofNullable(row.getObject("asked_by", Long.class)),
                        row.getString("because"), row.getObject("asked_at", OffsetDateTime.class).toInstant(),
                        Optional.ofNullable(row.getObject("stamp_of", Long.class))),
                new Release.How(Release.Paper.valueOf(row.getString("paper")), row.getString("media"), row.getInt("copies"),
                        row.getBoolean("both_sides"), row.getBoolean("held"),
                        Stamp.Place.valueOf(row.getString("stamp"))),
                new DeviceJob.Way(State.valueOf(row.getString("state")), row.getInt("round"), row.getBoolean("begun"),
                        row.getString("said"), Stream.of(row.getString("at_device").split(",")).filter(text -> !text.isEmpty())
                        .map(Integer::valueOf).toList(),
                        Optional.ofNullable(row.getObject("ended_at", OffsetDateTime.class)).map(OffsetDateTime::toInstant)));
    }

    /** A new one that waits; one that cannot be printed at all is over at once. */
    DeviceJob add(Device device, DeviceJob.Subject its, Release.How how, Optional<String> why) {
        long id = ids.next();
        State state = why.isPresent() ? State.FAILED : State.WAITING;
        jdbc.sql("""
                insert into device_job (id, project_id, device_id, device_name, passage_id, content_hash, name, paper, media, copies,
                    both_sides, held, stamp, asked_by, because, asked_at, stamp_of, round, begun, state, said, at_device, ended_at)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, 0, false, ?, ?, '', ?)""")
                .params(Sql.values(id, its.project(), device.id(), device.name(), its.passage().orElse(null), its.hash(),
                        shortened(its.name(), LONGEST_NAME), how.paper().name(), how.media(), how.copies(), how.bothSides(), how.held(),
                        how.stamp().name(), its.askedBy().orElse(null), shortened(its.because(), LONGEST_BECAUSE), at(its.askedAt()),
                        its.stampOf().orElse(null), state.name(), shortened(why.orElse(""), LONGEST_SAID),
                        why.isPresent() ? at(its.askedAt()) : null)).update();
        return find(id).orElseThrow();
    }

    /** It is about to be handed over: whoever finds it so asks the device first whether it has it already. */
    void begun(long id) {
        jdbc.sql("update device_job set begun = true where id = ?").param(id).update();
    }

    /** The device has it. */
    void atDevice(long id, List<Integer> parts, String said) {
        jdbc.sql("update device_job set state = 'AT_DEVICE', at_device = ?, said = ? where id = ? and state = 'WAITING'")
                .params(parts.stream().map(String::valueOf).collect(Collectors.joining(",")), shortened(said, LONGEST_SAID), id).update();
    }

    /** There is something else to say of it; true if it was not so before. */
    boolean said(long id, String said) {
        return jdbc.sql("update device_job set said = ? where id = ? and said <> ? and ended_at is null")
                .params(shortened(said, LONGEST_SAID), id, shortened(said, LONGEST_SAID)).update() == 1;
    }

    /** It is over, if it was not yet. */
    boolean over(long id, State how, String said) {
        return jdbc.sql("update device_job set state = ?, said = ?, ended_at = ? where id = ? and state in ('WAITING', 'AT_DEVICE')")
                .params(how.name(), shortened(said, LONGEST_SAID), at(clock.instant()), id).update() == 1;
    }

    /** Puts one that is over on its way anew, also to another device; false if it is not over. */
    boolean again(long id, Device device) {
        return jdbc.sql("""
                update device_job set state = 'WAITING', device_id = ?, device_name = ?, round = round + 1, begun = false, said = '',
                    at_device = '', ended_at = null where id = ? and state in ('DONE', 'FAILED', 'CANCELLED')""")
                .params(device.id(), device.name(), id).update() == 1;
    }

    private static String shortened(String text, int most) {
        return text.length() > most ? text.substring(0, most - 1) + "…" : text;
    }

    private static OffsetDateTime at(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC);
    }
}
