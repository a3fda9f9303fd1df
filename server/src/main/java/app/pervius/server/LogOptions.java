package app.pervius.server;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import picocli.CommandLine.Option;

/** How the log is written, as it is said when Pervius is started. */
final class LogOptions {

    @Option(names = "--log-to", paramLabel = "FILE", description = "a file for the log beside what is written to the console; begun "
            + "anew each day and each 20 MB, 30 days and 500 MB of it are kept")
    String file = "";
    @Option(names = "--log-json", description = "writes each event of the log as a line of JSON")
    boolean json;

    Map<String, Object> settings() {
        Map<String, Object> settings = new LinkedHashMap<>();
        if (!file.isEmpty()) {
            settings.put("logging.file.name", Path.of(file).toAbsolutePath());
            settings.put("logging.logback.rollingpolicy.max-file-size", "20MB");
            settings.put("logging.logback.rollingpolicy.max-history", 30);
            settings.put("logging.logback.rollingpolicy.total-size-cap", "500MB");
        }
        if (json) {
            settings.put("logging.structured.format.console", "logstash");
            settings.put("logging.structured.format.file", "logstash");
        }
        return settings;
    }
}
