package app.pervius.server.backup;

import java.nio.file.Path;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Where backups go by themselves, as it was said at the start. */
@Component
class ChosenPlace {

    private final Optional<Place> place;

    ChosenPlace(@Value("${pervius.backup.to:}") String to, @Value("${pervius.backup.passphrase:}") String passphrase,
            @Value("${pervius.backup.sftp-key:}") String key, @Value("${pervius.backup.sftp-hosts:}") String hosts) {
        this.place = Optional.of(to).filter(said -> !said.isBlank()).map(said -> new Place(said, file(passphrase), file(key)
                .orElseGet(Place::usualKey), file(hosts).orElseGet(Place::usualHosts)));
    }

    private static Optional<Path> file(String said) {
        return Optional.of(said).filter(name -> !name.isBlank()).map(Path::of);
    }

    /** Absent where Pervius was started without one. */
    Optional<Place> place() {
        return place;
    }
}
