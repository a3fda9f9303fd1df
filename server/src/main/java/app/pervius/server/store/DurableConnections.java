package app.pervius.server.store;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.Locale;
import javax.sql.DataSource;
import org.springframework.jdbc.datasource.DelegatingDataSource;

/**
 * Connections for a library that writes by itself, each statement committed at once. What it writes counts as a transaction until it gives
 * the connection back, so that a process that is killed leaves all of a statement or nothing.
 */
public final class DurableConnections extends DelegatingDataSource {

    private final Durable durable;

    public DurableConnections(DataSource connections, Durable durable) {
        super(connections);
        this.durable = durable;
    }

    @Override
    public Connection getConnection() throws SQLException {
        Connection connection = super.getConnection();
        boolean[] begun = new boolean[1];
        return (Connection) Proxy.newProxyInstance(DurableConnections.class.getClassLoader(), new Class<?>[] {Connection.class},
                (proxy, method, arguments) -> {
            if (method.getName().startsWith("prepare") && !begun[0] && writes(String.valueOf(arguments[0]))) {
                durable.begin();
                begun[0] = true;
            }
            try {
                return method.invoke(connection, arguments);
            } catch (InvocationTargetException e) {
                throw e.getCause();
            } finally {
                if (method.getName().equals("close") && begun[0]) {
                    begun[0] = false;
                    durable.end();
                }
            }
        });
    }

    private static boolean writes(String statement) {
        return !statement.strip().toLowerCase(Locale.ROOT).startsWith("select");
    }
}
