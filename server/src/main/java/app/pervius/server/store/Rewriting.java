package app.pervius.server.store;

import org.flywaydb.core.api.MigrationVersion;
import org.flywaydb.core.api.migration.JavaMigration;

/** A migration that rewrites what is stored by code of ours, in one transaction. */
abstract class Rewriting implements JavaMigration {

    private final String version;
    private final String description;

    /** @param description as Flyway has kept it of data directories that were brought over; never changed */
    Rewriting(String version, String description) {
        this.version = version;
        this.description = description;
    }

    @Override
    public final MigrationVersion getVersion() {
        return MigrationVersion.fromVersion(version);
    }

    @Override
    public final String getDescription() {
        return description;
    }

    @Override
    public final Integer getChecksum() {
        return 1;
    }

    @Override
    public final boolean canExecuteInTransaction() {
        return true;
    }
}
