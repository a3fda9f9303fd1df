package app.pervius.e2e;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;

/** The packaged application with the demo data, started once for all tests. */
final class Demo {

    private static String running = System.getProperty("pervius.address", "");

    private Demo() {
    }

    static synchronized String address() {
        if (running.isEmpty()) {
            running = Packaged.start("demo", Path.of("target", "demo").toAbsolutePath(), "demo is ready", Packaged.freePort(), made())
                    .address();
        }
        return running;
    }

    /** As {@code ./pervius demo} begins: with a copy of what was made today, where it was. */
    private static List<String> made() {
        Path data = Packaged.APP.resolve("demo-data");
        try {
            return Files.readString(data.resolve(".day")).strip().equals(LocalDate.now(ZoneOffset.UTC).toString())
                    ? List.of("--made", data.toString()) : List.of();
        } catch (IOException e) {
            return List.of();
        }
    }
}
