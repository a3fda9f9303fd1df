package app.pervius.server;

import app.pervius.server.store.seals.SealOutlets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Option;

/** Where seals of what the database holds go, as it is said when Pervius is started. */
final class SealOptions {

    @Option(names = "--seals-to", paramLabel = "FILE", description = "a file, best where nobody who can reach the database writes, to "
            + "which seals of what it holds are added (default: seals.log in the data directory)")
    String to = "";
    @Option(names = "--seals-syslog", paramLabel = "udp|tcp://HOST:PORT", description = "a syslog (RFC 5424) that gets each seal, too")
    String syslog = "";
    @Option(names = "--seals-stamped-by", paramLabel = "URL", description = "a time stamp service (RFC 3161) that stamps a seal each hour "
            + "and as Pervius begins and stops")
    String stampedBy = "";
    @Option(names = "--seals-mail", paramLabel = "ADDRESS", description = "who gets the newest seal by mail each day and after each start; "
            + "may be said several times")
    List<String> mail = new ArrayList<>();

    /**
     * What is set for the application.
     *
     * @throws IllegalArgumentException if something of it cannot be; its message says so in a sentence
     */
    Map<String, Object> settings() {
        SealOutlets.check(syslog, stampedBy);
        for (String address : mail) {
            if (!address.matches("[^@\\s,<>\"]+@[^@\\s,<>\"]+")) {
                throw new IllegalArgumentException("--seals-mail wants an address such as audit@example.org, not “" + address + "”.");
            }
        }
        return Map.of("pervius.seals.to", to.isEmpty() ? "" : Path.of(to).toAbsolutePath(), "pervius.seals.syslog", syslog,
                "pervius.seals.stamped-by", stampedBy, "pervius.seals.mail", String.join(",", mail));
    }
}
