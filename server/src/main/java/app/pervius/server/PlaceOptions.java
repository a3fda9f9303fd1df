package app.pervius.server;

import app.pervius.server.backup.Place;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** How the place where backups lie is opened, as it is said on the command line. */
final class PlaceOptions {

    @Option(names = "--backup-passphrase", paramLabel = "FILE", description = "a file whose first line is the passphrase backups are "
            + "encrypted with (OpenPGP); keep it elsewhere, too")
    @Nullable Path passphrase;
    @Option(names = "--sftp-key", paramLabel = "FILE", description = "for backups on another machine: the private key that is shown "
            + "there, in OpenSSH's format (default: ~/.ssh/id_ed25519)")
    Path key = Place.usualKey();
    @Option(names = "--sftp-hosts", paramLabel = "FILE", description = "the keys of machines that are believed, as in OpenSSH's "
            + "known_hosts (default: ~/.ssh/known_hosts)")
    Path hosts = Place.usualHosts();

    /**
     * @param where a directory, or {@code sftp://user@host:port/directory}
     * @throws IllegalArgumentException if it cannot be; its message says so in a sentence
     */
    Place place(String where) {
        return new Place(where, Optional.ofNullable(passphrase).map(Path::toAbsolutePath), key.toAbsolutePath(), hosts.toAbsolutePath());
    }

    /** What is set for the application that backs itself up there. */
    Map<String, Object> settings(String where) {
        Place place = place(where);
        return Map.of("pervius.backup.to", place.where(), "pervius.backup.passphrase", place.passphrase().map(Path::toString).orElse(""),
                "pervius.backup.sftp-key", place.key(), "pervius.backup.sftp-hosts", place.hosts());
    }
}
