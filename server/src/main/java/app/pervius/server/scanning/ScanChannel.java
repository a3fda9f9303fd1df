package app.pervius.server.scanning;

import app.pervius.server.content.ContentStore;
import app.pervius.server.outbound.Channel;
import app.pervius.server.outbound.Outcome;
import app.pervius.server.outbound.Parcel;
import app.pervius.server.outbound.Patience;
import app.pervius.server.store.Outside;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Shows contents to the scanner, for as long as it takes: what it has not answered stays closed, and nothing is given up. */
@Component
class ScanChannel implements Channel {

    static final String KEY = "scan";
    private static final Patience PATIENCE = new Patience(Duration.ofSeconds(2), Duration.ofMinutes(1), 0);
    private static final Duration ANSWER = Duration.ofMinutes(3);
    private static final int SIDE_BY_SIDE = 3;

    private final Scans scans;
    private final ContentStore store;
    private final Optional<Scanner> scanner;

    ScanChannel(Scans scans, ContentStore store, @Value("${pervius.scanner:}") String address) {
        this.scans = scans;
        this.store = store;
        this.scanner = address.isBlank() ? Optional.empty() : Optional.of(new Scanner(address.strip(), ANSWER));
    }

    @Override
    public String key() {
        return KEY;
    }

    @Override
    public int together() {
        return 1;
    }

    @Override
    public int sideBySide() {
        return SIDE_BY_SIDE;
    }

    @Override
    public Patience patience() {
        return PATIENCE;
    }

    /** What was not answered waits where no scanner is connected any more: it stays closed until one is. */
    @Override
    public boolean open() {
        return scanner.isPresent();
    }

    @Override
    public Map<Long, Outcome> send(List<Parcel> parcels) {
        return parcels.stream().collect(Collectors.toMap(Parcel::id, parcel -> ask(scans.wanted(parcel.subject()))));
    }

    private Outcome ask(Scans.Wanted wanted) {
        if (wanted.answered()) {
            return new Outcome.Over(() -> scans.noLongerWaiting(wanted.id()));
        }
        Outside.world("asks the malware scanner");
        try {
            Scanner.Answer answer = scanner.orElseThrow().scan(store.path(wanted.hash()));
            return new Outcome.Over(() -> scans.answered(wanted.id(), answer.found()));
        } catch (IOException e) {
            return new Outcome.Failed("The malware scanner: " + (e.getMessage() == null ? "it cannot be reached" : e.getMessage()) + ".");
        }
    }
}
