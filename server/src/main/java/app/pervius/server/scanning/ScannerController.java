package app.pervius.server.scanning;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.outbound.Outbound;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.DataDirectory;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** How the malware scanner is, for administrators. */
@RestController
class ScannerController {

    private static final Duration PATIENCE = Duration.ofSeconds(15);
    /** The industry's harmless test text, which every scanner finds: in two halves, so that this very program is not taken for it. */
    private static final String TEST_TEXT = "X5O!P%@AP[4\\PZX54(P^)7CC)7}$" + "EICAR-STANDARD-ANTIVIRUS-TEST-FILE!$H+H*";

    /**
     * The scanner.
     *
     * @param address absent where none was connected when Pervius was started
     * @param waiting how many contents it has not answered about
     * @param lastWords why it was asked in vain, where something waits for it
     * @param found how many contents it found something in
     */
    record ScannerView(@Nullable String address, int waiting, @Nullable String lastWords, int found) {
    }

    /** What came of trying it, in a sentence. */
    record ScannerTested(boolean works, String said) {
    }

    private final Scans scans;
    private final Outbound outbound;
    private final DataDirectory data;
    private final String address;

    ScannerController(Scans scans, Outbound outbound, DataDirectory data, @Value("${pervius.scanner:}") String address) {
        this.scans = scans;
        this.outbound = outbound;
        this.data = data;
        this.address = address.strip();
    }

    @GetMapping("/api/scanner")
    ScannerView scanner(Actor actor) {
        actor.mustAdminister();
        Outbound.Standing contents = outbound.standing(ScanChannel.KEY);
        return new ScannerView(address.isEmpty() ? null : address, contents.waiting(), contents.lastWords(), scans.found());
    }

    /** Shows it the harmless test text and a text that is clean. */
    @Act(kind = ActKind.CONNECTIONS, says = "tested the scanner")
    @PostMapping("/api/scanner/test")
    ScannerTested test(Actor actor) {
        actor.mustAdminister();
        if (address.isEmpty()) {
            throw Refused.conflict("no-scanner", "No scanner is connected. Say --scanner when Pervius is started.");
        }
        try {
            Optional<String> found = shown(TEST_TEXT);
            Optional<String> clean = shown("Nothing is wrong with this.");
            return found.isPresent() && clean.isEmpty() ? new ScannerTested(true, "It found “" + found.get()
                    + "” in the harmless test text, and nothing in a clean one.")
                    : new ScannerTested(false, found.isEmpty() ? "It did not find the harmless test text."
                            : "It found “" + clean.orElseThrow() + "” in a clean text.");
        } catch (IOException e) {
            return new ScannerTested(false, "It cannot be asked: " + (e.getMessage() == null ? e.getClass().getSimpleName()
                    : e.getMessage()) + ".");
        }
    }

    private Optional<String> shown(String text) throws IOException {
        Path file = Files.createTempFile(data.below("scanning"), "test", "");
        try {
            Files.writeString(file, text, StandardCharsets.US_ASCII);
            return new Scanner(address, PATIENCE).scan(file).found();
        } finally {
            Files.deleteIfExists(file);
        }
    }
}
