package app.pervius.server.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.Arrays;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.MigrationState;

/** A data directory that a newer Pervius has brought over already: this one would read it wrongly. */
public final class NewerData extends CannotStart {
    private static final long serialVersionUID = 1;

    private NewerData(MigrationInfo newest) {
        super("The data directory was written by a newer Pervius (step " + newest.getVersion() + " of its database, \""
                + newest.getDescription() + "\", is not known here). None of its data was changed: start it with that version, or a later"
                + " one.");
    }

    /**
     * Brings the database over to what this version knows, unless it is beyond that. What was there before lies in {@code before} in the
     * data directory from then on, as H2 writes it: the database's file in a ZIP.
     */
    static void bringOver(Flyway flyway, DataDirectory data) {
        Arrays.stream(flyway.info().applied()).filter(m -> m.getState() == MigrationState.FUTURE_SUCCESS
                || m.getState() == MigrationState.FUTURE_FAILED).reduce((earlier, later) -> later).ifPresent(newest -> {
                    throw new NewerData(newest);
                });
        if (flyway.info().current() != null && flyway.info().pending().length > 0) {
            keepBefore(flyway, data);
        }
        flyway.migrate();
    }

    private static void keepBefore(Flyway flyway, DataDirectory data) {
        Path there = data.below("before").resolve("step-" + flyway.info().current().getVersion() + ".zip");
        try (Connection connection = flyway.getConfiguration().getDataSource().getConnection();
                PreparedStatement backup = connection.prepareStatement("backup to ?")) {
            if (!connection.getMetaData().getDatabaseProductName().equals("H2")) {
                return;
            }
            // Nobody else writes yet, so what H2 writes by itself is whole.
            Files.deleteIfExists(there);
            backup.setString(1, there.toString());
            backup.execute();
        } catch (SQLException | IOException e) {
            throw new IllegalStateException("The database could not be kept as it was before it is brought over: " + e.getMessage(), e);
        }
    }
}
