package app.pervius.server.store;

import java.util.Arrays;
import java.util.Optional;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.MigrationState;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.SpringBootExceptionReporter;
import org.springframework.context.ConfigurableApplicationContext;

/** A data directory that a newer Pervius has brought over already: this one would read it wrongly. */
public final class NewerData extends RuntimeException {
    private static final long serialVersionUID = 1;

    private NewerData(MigrationInfo newest) {
        super("The data directory was written by a newer Pervius (step " + newest.getVersion() + " of its database, \""
                + newest.getDescription() + "\", is not known here). None of its data was changed: start it with that version, or a later"
                + " one.");
    }

    /** Brings the database over to what this version knows, unless it is beyond that. */
    static void bringOver(Flyway flyway) {
        Arrays.stream(flyway.info().applied()).filter(m -> m.getState() == MigrationState.FUTURE_SUCCESS
                || m.getState() == MigrationState.FUTURE_FAILED).reduce((earlier, later) -> later).ifPresent(newest -> {
                    throw new NewerData(newest);
                });
        flyway.migrate();
    }

    /** What was thrown because of newer data, if it was. */
    public static Optional<NewerData> in(@Nullable Throwable thrown) {
        for (Throwable t = thrown; t != null; t = t.getCause()) {
            if (t instanceof NewerData newer) {
                return Optional.of(newer);
            }
        }
        return Optional.empty();
    }

    /** It is said by whoever has started the application, in a sentence; a page of stack would hide it. */
    static final class Reporter implements SpringBootExceptionReporter {

        Reporter(ConfigurableApplicationContext context) {
            assert context != null;
        }

        @Override
        public boolean reportException(Throwable failure) {
            return in(failure).isPresent();
        }
    }
}
