package app.pervius.server;

import app.pervius.server.backup.AskedBackup;
import app.pervius.server.backup.Backup;
import app.pervius.server.backup.BackupRun;
import app.pervius.server.backup.Keep;
import app.pervius.server.backup.Rescue;
import app.pervius.server.backup.Restore;
import app.pervius.server.copies.converters.CommandConverter;
import app.pervius.server.copies.converters.Program;
import app.pervius.server.directories.AllowedRoots;
import app.pervius.server.scanning.Scanner;
import app.pervius.server.integrity.Integrity;
import app.pervius.server.outbound.OwnNetwork;
import app.pervius.server.signing.LockedOut;
import app.pervius.server.store.CannotStart;
import app.pervius.server.store.DamagedData;
import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.DatabaseAccess;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration;
import org.springframework.context.ConfigurableApplicationContext;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** The server's command line: {@code serve} for real use, {@code demo} for Kestrel Weir, {@code check} to prove a data directory whole. */
@SpringBootApplication(exclude = UserDetailsServiceAutoConfiguration.class)
public class Pervius {

    /** The exit code when something outside Pervius has to be put right first. */
    private static final int CANNOT_START = 2;
    /** The exit code of a check that has found something. */
    private static final int NOT_WHOLE = 1;

    public static void main(String[] arguments) {
        int code = new CommandLine(new Commands()).execute(arguments);
        if (code != 0) {
            System.exit(code);
        }
    }

    @Command(name = "pervius", subcommands = {Serve.class, Demo.class, CheckData.class, BackUp.class, RestoreData.class, RescueData.class,
        Admin.class, Doctor.class, EncryptData.class},
            description = "Document control on engineering projects.")
    static final class Commands {
    }

    @Command(name = "serve", description = "Starts Pervius on a data directory.")
    static final class Serve extends Start {

        @Option(names = "--data", required = true, description = "the data directory")
        Path data = Path.of("");
        @Option(names = "--address", description = "the address to listen on (default: ${DEFAULT-VALUE})")
        String address = "127.0.0.1";
        @Mixin
        MailOptions mail = new MailOptions();
        @Mixin
        LogOptions log = new LogOptions();
        @Option(names = "--url", description =
                "where people reach it, such as https://pervius.example.org; stands in links, and is what passkeys are bound to")
        String url = "";
        @Option(names = "--converter", paramLabel = "FORMATS=PROGRAM", description = "makes readable copies of a format, such as "
                + "dwg,dxf=/usr/local/bin/drawing2pdf {in} {out}; may be said several times")
        List<String> converters = new ArrayList<>();
        @Option(names = "--directories-below", paramLabel = "[PROJECT=]DIR", description = "allows files to be taken from directories "
                + "below this one, by all projects or by one; may be said several times")
        List<String> directoriesBelow = new ArrayList<>();
        @Option(names = "--scanner", paramLabel = "HOST:PORT|SOCKET", description = "the malware scanner (clamd) that every file is shown "
                + "to before anybody can open it")
        String scanner = "";
        @Option(names = "--backup-to", paramLabel = "DIR|sftp://…", description = "a directory, best on another disk, or "
                + "sftp://user@host/directory, for a backup each day")
        String backupTo = "";
        @Mixin
        PlaceOptions place = new PlaceOptions();
        @Option(names = "--backup-at", paramLabel = "HH:MM", description = "when it is made (default: ${DEFAULT-VALUE})")
        String backupAt = "02:00";
        @Option(names = "--backup-keep", paramLabel = "7d5w12m", description = "the last of how many days, weeks and months are kept "
                + "(default: ${DEFAULT-VALUE})")
        String backupKeep = Keep.USUAL.toString();
        @Option(names = "--metrics-port", paramLabel = "PORT", description = "a port on loopback at which Prometheus reads what "
                + "is measured")
        int metricsPort;
        @Mixin
        SealOptions seals = new SealOptions();
        @Option(names = "--reach", paramLabel = "HOST|NETWORK", description = "a name, an address or a network such as 10.20.0.0/16 inside "
                + "the server's own network that may be set up as a connection or a provider of sign-in; may be said several times")
        List<String> reach = new ArrayList<>();
        @Option(names = "--proxy", description = "the address of the proxy in front of it, whose word on callers' addresses is believed")
        String proxy = "";

        @Override
        public Integer call() {
            Map<String, Object> settings = new LinkedHashMap<>(log.settings());
            if (!url.isEmpty()) {
                if (!url.matches("https?://[A-Za-z0-9.-]+(:\\d{1,5})?")) {
                    return refuse("--url wants an address without a path, such as https://pervius.example.org, not “" + url + "”.");
                }
                settings.put("pervius.address", url);
            }
            String below = String.join("\n", directoriesBelow);
            try {
                settings.putAll(mail.settings());
                settings.put("pervius.directories.below", below);
                converters.forEach(said -> CommandConverter.of(said, Program.Limits.USUAL));
                settings.put("pervius.copies.programs", String.join("\n", converters));
                new AllowedRoots(below);
                settings.put("pervius.reach", String.join(",", reach));
                new OwnNetwork(String.join(",", reach));
                settings.putAll(seals.settings());
                if (!scanner.isEmpty()) {
                    new Scanner(scanner, Duration.ZERO);
                    settings.put("pervius.scanner", scanner);
                }
                settings.putAll(backupTo.isEmpty() ? Map.of("pervius.backup.to", "") : place.settings(backupTo));
                settings.put("pervius.backup.keep", Keep.of(backupKeep));
            } catch (IllegalArgumentException e) {
                return refuse(e.getMessage());
            }
            if (!backupAt.matches("([01]\\d|2[0-3]):[0-5]\\d")) {
                return refuse("--backup-at wants a time of the day such as 02:00, not “" + backupAt + "”.");
            }
            settings.put("pervius.backup.at", backupAt);
            if (metricsPort != 0) {
                if (metricsPort < 1 || metricsPort > 65_535 || !free("127.0.0.1", metricsPort)) {
                    return refuse("--metrics-port wants a free port, and " + metricsPort + " is none.");
                }
                settings.put("pervius.metrics.port", metricsPort);
            }
            if (!proxy.isEmpty()) {
                settings.put("server.forward-headers-strategy", "native");
                settings.put("server.tomcat.remoteip.internal-proxies", Pattern.quote(proxy));
            }
            return start(data, address, settings);
        }
    }

    @Command(name = "admin", description = "Lets somebody in who is locked out: gives a link to set a new password, good for an hour.")
    static final class Admin extends Start {

        @Option(names = "--data", required = true, description = "the data directory of a Pervius that is not running")
        Path data = Path.of("");
        @Option(names = "--email", required = true, description = "the address of the account")
        String email = "";
        @Option(names = "--administrator", description = "makes the account administrator too, and opens it if it was closed")
        boolean administrator;
        @Option(names = "--forget-second-steps", description = "takes its passkeys and one-time codes away too")
        boolean forget;
        @Option(names = "--url", description = "where people reach Pervius (default: the address it was started on by default)")
        String url = "";

        @Override
        public Integer call() {
            settings.put("pervius.seals.write", "true");
            int started = startForWork(data);
            if (started != 0) {
                return started;
            }
            Optional<String> place = application().getBean(LockedOut.class).letIn(email, administrator, forget);
            finish();
            if (place.isEmpty()) {
                return refuse("There is no account with the address " + email + " in " + data + ".");
            }
            System.out.println("Start Pervius, and within an hour open " + (url.isEmpty() ? "http://127.0.0.1:8470" : url) + place.get());
            return 0;
        }
    }

    @Command(name = "demo", description = "Starts Pervius on a fresh copy of the demo project, on loopback only.")
    static final class Demo extends Start {

        @Option(names = "--data", required = true, description = "where the demo's data is made; emptied first")
        Path data = Path.of("");

        @Option(names = "--made", description = "a demo's data that was made before, to begin with a copy of it")
        @Nullable Path made;

        @Option(names = "--only-make", description = "makes the data and stops")
        boolean onlyMake;

        @Override
        public Integer call() {
            if (!free("127.0.0.1", port)) {
                return refuse(portInUse("127.0.0.1"));
            }
            try {
                empty(data);
                if (made != null) {
                    copy(made, data);
                }
            } catch (IOException e) {
                return refuse("The demo's data in " + data + " cannot be made anew: " + e.getMessage() + ".");
            }
            Path directories = data.toAbsolutePath().resolveSibling(data.toAbsolutePath().getFileName() + "-directories");
            try {
                Files.createDirectories(directories.resolve("site scanner"));
                Files.createDirectories(directories.resolve("taken"));
            } catch (IOException e) {
                return refuse("The demo's directories cannot be made: " + e.getMessage() + ".");
            }
            int started = start(data, "127.0.0.1", Map.of("spring.profiles.active", "demo", "pervius.directories.below",
                    directories.toString(), "pervius.reach", "127.0.0.1"));
            if (onlyMake && started == 0) {
                finish();
            }
            return started;
        }

        private static void copy(Path from, Path to) throws IOException {
            try (Stream<Path> all = Files.walk(from)) {
                for (Path path : all.filter(p -> !p.equals(from) && !p.endsWith("pervius.lock")).toList()) {
                    Path there = to.resolve(from.relativize(path).toString());
                    Files.createDirectories(there.getParent());
                    Files.copy(path, there);
                }
            }
            DataDirectory.closeToOthers(to);
        }

        /** Removes what an earlier demo left, unless a Pervius is still running on it. */
        private static void empty(Path data) throws IOException {
            if (!Files.isDirectory(data)) {
                return;
            }
            if (!Files.exists(data.resolve("pervius.lock"))) {
                throw new IOException("it was not made by Pervius");
            }
            // Made before data directories were one's own.
            DataDirectory.closeToOthers(data);
            try (FileChannel held = DataDirectory.lock(data); Stream<Path> below = Files.walk(data)) {
                assert held.isOpen();
                for (Path path : below.sorted(Comparator.reverseOrder()).toList()) {
                    if (!path.equals(data) && !path.endsWith("pervius.lock")) {
                        Files.delete(path);
                    }
                }
            } catch (DataDirectory.NotUsable e) {
                throw new IOException(e.getMessage().replaceFirst("\\.$", ""), e);
            }
        }
    }

    @Command(name = "check", description = "Proves that everything in a data directory is whole; changes nothing.")
    static final class CheckData extends Start {

        @Option(names = "--data", required = true, description = "the data directory of a Pervius that is not running")
        Path data = Path.of("");
        @Option(names = "--seals", paramLabel = "FILE", description = "the file seals were written to, if it is not the usual one in the "
                + "data directory")
        String seals = "";

        @Override
        public Integer call() {
            settings.put("pervius.seals.to", seals.isEmpty() ? "" : Path.of(seals).toAbsolutePath().toString());
            int started = startForWork(data);
            if (started != 0) {
                return started;
            }
            Integrity.Report report = application().getBean(Integrity.class).examine();
            print(report);
            finish();
            return report.whole() ? 0 : NOT_WHOLE;
        }

        private static void print(Integrity.Report report) {
            for (Integrity.Part part : report.parts()) {
                System.out.printf("%-28s %9d looked at, %s%n", part.subject(), part.looked(), part.found() == 0 ? "all well"
                        : part.found() + " not as they must be");
                part.sentences().forEach(sentence -> System.out.println("    " + sentence));
            }
            System.out.println(report.whole() ? "The data directory is whole." : "The data directory is NOT whole.");
        }
    }

    @Command(name = "backup", description = "Makes a backup, also while Pervius runs on the data.")
    static final class BackUp implements Callable<Integer> {

        @Option(names = "--data", required = true, description = "the data directory")
        Path data = Path.of("");
        @Option(names = "--to", required = true, paramLabel = "DIR|sftp://…", description = "a directory for backups, best on another "
                + "disk, or sftp://user@host/directory")
        String to = "";
        @Mixin
        PlaceOptions place = new PlaceOptions();
        @Option(names = "--keep", paramLabel = "7d5w12m", description = "the last of how many days, weeks and months are kept, where "
                + "Pervius does not run (default: ${DEFAULT-VALUE})")
        String keep = Keep.USUAL.toString();

        @Override
        public Integer call() throws InterruptedException {
            if (!Files.exists(DatabaseAccess.file(data))) {
                return Start.refuse("There is no data of Pervius in " + data + ".");
            }
            try {
                return said(alone());
            } catch (DataDirectory.NotUsable inUse) {
                return running();
            } catch (IOException | IllegalArgumentException | CannotStart e) {
                return Start.refuse(String.valueOf(e.getMessage()));
            }
        }

        private Backup alone() throws DataDirectory.NotUsable, IOException {
            try (FileChannel lock = DataDirectory.lock(data)) {
                assert lock.isOpen();
                return BackupRun.make(out -> Files.copy(DatabaseAccess.file(data), out), data, place.place(to), Keep.of(keep),
                        Instant.now(), progress -> { });
            }
        }

        private int running() throws InterruptedException {
            try {
                String end = AskedBackup.ask(data, place.place(to), System.out::println);
                if (!end.startsWith(AskedBackup.DONE)) {
                    return Start.refuse(end.substring(AskedBackup.FAILED.length()));
                }
                System.out.println("Backup " + end.substring(AskedBackup.DONE.length())
                        + " was made by the Pervius that runs on it; opened and read.");
                return 0;
            } catch (IOException e) {
                return Start.refuse(String.valueOf(e.getMessage()));
            }
        }

        private static int said(Backup made) {
            System.out.println("Backup " + made.name() + ": " + made.rows() + " rows and " + made.contents() + " files, "
                    + made.newBytes() + " bytes of them new; opened and read.");
            return 0;
        }
    }

    @Command(name = "restore", description = "Makes a data directory of a backup, and proves it whole.")
    static final class RestoreData extends Start {

        @Option(names = "--from", required = true, paramLabel = "DIR|sftp://…", description = "where backups lie")
        String from = "";
        @Mixin
        PlaceOptions place = new PlaceOptions();
        @Option(names = "--backup", description = "the name of one; the last one unless it is said")
        @Nullable String name;
        @Option(names = "--data", required = true, description = "the data directory, empty or not there")
        Path data = Path.of("");

        @Override
        public Integer call() {
            Backup restored;
            try {
                restored = Restore.into(place.place(from), Optional.ofNullable(name), data, progress -> { });
            } catch (IOException | IllegalArgumentException e) {
                return refuse(String.valueOf(e.getMessage()));
            }
            System.out.println("Restored from " + restored.name() + ": " + restored.contents() + " files. It is looked at now.");
            int started = startForWork(data);
            if (started != 0) {
                return started;
            }
            Integrity.Report report = application().getBean(Integrity.class).examine();
            CheckData.print(report);
            finish();
            System.out.println("What was done after " + restored.madeAt().truncatedTo(ChronoUnit.SECONDS)
                    + " is not in it. Messages that were waiting then are sent once Pervius is started on it.");
            return report.whole() ? 0 : NOT_WHOLE;
        }
    }

    @Command(name = "rescue", description = "Writes out what can be read of a damaged data directory: files by their names, and all "
            + "tables as CSV.")
    static final class RescueData implements Callable<Integer> {

        @Option(names = "--data", required = true, description = "the data directory of a Pervius that is not running")
        Path data = Path.of("");
        @Option(names = "--to", required = true, description = "a directory that is empty or not there")
        Path to = Path.of("");

        @Override
        public Integer call() {
            if (!Files.exists(DatabaseAccess.file(data))) {
                return Start.refuse("There is no data of Pervius in " + data + ".");
            }
            try (FileChannel lock = DataDirectory.lock(data)) {
                assert lock.isOpen();
                Rescue.Rescued rescued = Rescue.into(data, to);
                rescued.lost().forEach(System.out::println);
                System.out.println("Written to " + to + ": " + rescued.files() + " files, " + rescued.rows() + " rows of "
                        + rescued.tables() + " tables. " + (rescued.lost().isEmpty() ? "Nothing was lost." : "What is lost stands above."));
                return rescued.lost().isEmpty() ? 0 : NOT_WHOLE;
            } catch (DataDirectory.NotUsable | IOException e) {
                return Start.refuse(String.valueOf(e.getMessage()));
            }
        }
    }

    abstract static class Start implements Callable<Integer> {

        @Option(names = "--port", description = "the port to listen on (default: ${DEFAULT-VALUE})")
        int port = 8470;

        @Option(names = "--setting", description = "KEY=VALUE, any further setting", paramLabel = "KEY=VALUE")
        Map<String, String> settings = new LinkedHashMap<>();

        private @Nullable ConfigurableApplicationContext running;
        private @Nullable FileChannel held;

        /** The application once it has been started. */
        ConfigurableApplicationContext application() {
            return Objects.requireNonNull(running, "not started");
        }

        /** Starts on data that is there without doing any of the server's own work. */
        int startForWork(Path data) {
            if (!Files.isDirectory(data.resolve("db"))) {
                return refuse("There is no data of Pervius in " + data + ".");
            }
            port = 0;
            settings.put("pervius.working", "false");
            settings.put("pervius.engine.workers", "0");
            settings.put("logging.level.root", "error");
            settings.put("logging.level.app.pervius", "error");
            return start(data, "127.0.0.1", Map.of());
        }

        /** The work is done: the data is free for others. */
        void finish() {
            application().close();
            giveBack();
        }

        private void giveBack() {
            try {
                Objects.requireNonNull(held).close();
            } catch (IOException e) {
                System.err.println("The lock could not be given back: " + e.getMessage());
            }
        }

        int start(Path data, String address, Map<String, Object> more) {
            if (!free(address, port)) {
                return refuse(portInUse(address));
            }
            try {
                FileChannel lock = DataDirectory.lock(data);
                held = lock;
                Runtime.getRuntime().addShutdownHook(new Thread(() -> {
                    try {
                        lock.close();
                    } catch (IOException e) {
                        System.err.println("The lock could not be given back: " + e.getMessage());
                    }
                }));
            } catch (DataDirectory.NotUsable e) {
                return refuse(e.getMessage());
            }
            SpringApplication application = new SpringApplication(Pervius.class);
            application.setMainApplicationClass(Prepared.class);
            if (!"false".equals(settings.get("pervius.working"))) {
                Stop.said(application, System.out);
            }
            Map<String, Object> all = new LinkedHashMap<>(more);
            all.put("pervius.data", data.toAbsolutePath().toString());
            all.put("server.address", address);
            all.put("server.port", port);
            all.putAll(settings);
            // As arguments, because those win over what the application itself has set.
            try {
                running = application.run(all.entrySet().stream().map(e -> "--" + e.getKey() + "=" + e.getValue()).toArray(String[]::new));
            } catch (RuntimeException e) {
                String sentence = CannotStart.in(e).map(cannot -> String.valueOf(cannot.getMessage())).or(() -> DamagedData.in(e)
                        .map(said -> "The database in " + data + " is damaged: " + said + ". Restore a backup (./pervius restore), or "
                                + "have what can be read of it written out: ./pervius rescue --data " + data + " --to DIR"))
                        .orElseThrow(() -> e);
                giveBack();
                return refuse(sentence);
            }
            return 0;
        }

        String portInUse(String address) {
            return "Port " + port + " on " + address + " is in use; choose another with --port.";
        }

        static int refuse(String sentence) {
            System.err.println(sentence);
            return CANNOT_START;
        }

        static boolean free(String address, int port) {
            if (port == 0) {
                return true;
            }
            try (ServerSocket probe = new ServerSocket()) {
                probe.setReuseAddress(true);
                probe.bind(new InetSocketAddress(InetAddress.getByName(address), port));
                return true;
            } catch (IOException | IllegalArgumentException e) {
                return false;
            }
        }
    }
}
