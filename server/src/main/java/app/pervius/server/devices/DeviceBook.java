package app.pervius.server.devices;

import app.pervius.server.devices.ipp.Ipp;
import app.pervius.server.store.Ids;
import app.pervius.server.store.Secrets;
import app.pervius.server.store.Sql;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Devices as they are set up. */
@Component
@Transactional
class DeviceBook {

    private final JdbcClient jdbc;
    private final Ids ids;
    private final Secrets secrets;

    DeviceBook(JdbcClient jdbc, Ids ids, Secrets secrets) {
        this.jdbc = jdbc;
        this.ids = ids;
        this.secrets = secrets;
    }

    @Transactional(readOnly = true)
    List<Device> all() {
        return jdbc.sql("select * from device order by name").query(this::device).list();
    }

    @Transactional(readOnly = true)
    Optional<Device> find(long id) {
        return jdbc.sql("select * from device where id = ?").param(id).query(this::device).optional();
    }

    @Transactional(readOnly = true)
    Optional<Device> named(String name) {
        return jdbc.sql("select * from device where name = ?").param(name).query(this::device).optional();
    }

    private Device device(ResultSet row, int n) throws SQLException {
        return new Device(row.getLong("id"), row.getString("name"), row.getString("address"),
                new Ipp.Login(row.getString("login_name"), opened(row.getString("login_password"))), row.getBoolean("switched_on"),
                row.getBoolean("for_everybody"), row.getInt("version"));
    }

    private String closed(String password) {
        return password.isEmpty() ? "" : secrets.encrypt(password);
    }

    private String opened(String kept) {
        return kept.isEmpty() ? "" : secrets.decrypt(kept);
    }

    /** @throws org.springframework.dao.DuplicateKeyException where another has the name */
    long add(Device its) {
        long id = ids.next();
        jdbc.sql("""
                insert into device (id, name, address, login_name, login_password, switched_on, for_everybody, version)
                values (?, ?, ?, ?, ?, ?, ?, 0)""").params(Sql.values(id, its.name(), its.address(), its.login().name(),
                        closed(its.login().password()), its.switchedOn(), its.forEverybody())).update();
        return id;
    }

    /** Sets one anew, if it still is as it was; false otherwise. */
    boolean change(Device its) {
        return jdbc.sql("""
                update device set address = ?, login_name = ?, login_password = ?, switched_on = ?, for_everybody = ?, version = version + 1
                where id = ? and version = ?""").params(Sql.values(its.address(), its.login().name(), closed(its.login().password()),
                        its.switchedOn(), its.forEverybody(), its.id(), its.version())).update() == 1;
    }

    void remove(long id) {
        jdbc.sql("delete from device where id = ?").param(id).update();
    }
}
