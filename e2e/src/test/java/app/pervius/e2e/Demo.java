package app.pervius.e2e;

import java.nio.file.Path;

/** The packaged application with the demo data, started once for all tests. */
final class Demo {

    private static String running = System.getProperty("pervius.address", "");

    private Demo() {
    }

    static synchronized String address() {
        if (running.isEmpty()) {
            running = Packaged.start("demo", Path.of("target", "demo").toAbsolutePath(), "demo is ready").address();
        }
        return running;
    }
}
