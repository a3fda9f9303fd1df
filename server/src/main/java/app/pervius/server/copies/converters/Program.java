package app.pervius.server.copies.converters;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * Runs another program apart from everything else: in a directory of its own, without the network and among no other processes where the
 * system can take them away, for a bounded time, with bounded memory, output and processes. Whatever it has begun ends with it.
 */
public final class Program {

    /**
     * What a run may take.
     *
     * @param memory of one process, in bytes of address space
     * @param output all that is written, in bytes
     * @param processes at once
     */
    public record Limits(Duration time, long memory, long output, int processes) {

        /** Two minutes, four gigabytes of address space, half a gigabyte of output, 60 processes. */
        public static final Limits USUAL = new Limits(Duration.ofMinutes(2), 4L << 30, 512L << 20, 60);

        public Limits within(Duration other) {
            return new Limits(other, memory, output, processes);
        }
    }

    /** How a run ended: the exit code, and the beginning of what was said. */
    public record Ran(int code, String said) {
    }

    /** It did not end in time, or took more than it may; said in a sentence. */
    public static final class Overrun extends IOException {
        private static final long serialVersionUID = 1;

        Overrun(String sentence) {
            super(sentence);
        }
    }

    private static final int LONGEST_WORDS = 1_000;
    /** 128 and the number of the signal that cannot be caught. */
    private static final int KILLED = 137;
    private static final int LEAST_PROCESSOR_SECONDS = 10;
    private static final long LOOK_EVERY_MS = 250;
    private static final String SAID = "said.txt";
    private static final Duration PROBE = Duration.ofSeconds(10);
    /** How the system takes network and other processes away, where it can: the first that works. */
    private static final List<List<String>> APART = List.of(
            List.of("unshare", "--map-root-user", "--net", "--pid", "--fork", "--kill-child"),
            List.of("unshare", "--net", "--pid", "--fork", "--kill-child"), List.of("unshare", "--map-root-user", "--net"));

    private static final class Here {
        static final List<String> APART_HERE = APART.stream().filter(way -> works(with(way, "true"))).findFirst().orElse(List.of());
        static final boolean LIMITED = works(List.of("prlimit", "--core=0", "--", "true"));
        static final boolean TIMED = works(List.of("timeout", "--signal=KILL", "5", "true"));
    }

    private Program() {
    }

    /** Whether programs that are run here cannot reach the network. */
    public static boolean withoutNetwork() {
        return !Here.APART_HERE.isEmpty();
    }

    /** Where a program lies, looked for as a shell would; its name is one of ours. */
    public static Optional<Path> find(String name) {
        String path = System.getenv().getOrDefault("PATH", "/usr/local/bin:/usr/bin:/bin");
        return Stream.of(path.split(":")).filter(p -> p.startsWith("/")).map(p -> Path.of(p, name)).filter(Files::isExecutable).findFirst();
    }

    /** The first line of what a program says when asked for its version. */
    public static Optional<String> version(Path program, String option) {
        try {
            Process process = new ProcessBuilder(program.toString(), option).redirectErrorStream(true).start();
            process.getOutputStream().close();
            if (!process.waitFor(PROBE.toMillis(), TimeUnit.MILLISECONDS)) {
                end(process);
                return Optional.empty();
            }
            return new String(process.getInputStream().readNBytes(LONGEST_WORDS), StandardCharsets.UTF_8).lines().map(String::strip)
                    .filter(line -> !line.isEmpty()).findFirst();
        } catch (IOException e) {
            return Optional.empty();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        }
    }

    /**
     * Runs a program and waits for its end.
     *
     * @param command the program with its arguments, each as it is: no shell reads them
     * @param directory where it runs; its home and its temporary files lie there, too
     */
    public static Ran run(List<String> command, Path directory, Limits limits) throws IOException {
        ProcessBuilder builder = new ProcessBuilder(guarded(command, limits));
        Path said = directory.resolve(SAID);
        Map<String, String> environment = builder.environment();
        String path = environment.getOrDefault("PATH", "/usr/local/bin:/usr/bin:/bin");
        environment.clear();
        environment.putAll(Map.of("PATH", path, "HOME", directory.toString(), "TMPDIR", directory.toString(), "LANG", "C.UTF-8"));
        Process process = builder.directory(directory.toFile()).redirectErrorStream(true).redirectOutput(said.toFile()).start();
        try {
            process.getOutputStream().close();
            watch(process, directory, limits);
            Ran ran = new Ran(process.exitValue(), beginning(said));
            if (killed(ran)) {
                throw new Overrun("It was ended by the system: it took more processor time or memory than it may.");
            }
            return ran;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Overrun("It was broken off because Pervius stops.");
        } finally {
            end(process);
        }
    }

    private static List<String> guarded(List<String> command, Limits limits) {
        List<String> all = new ArrayList<>();
        if (Here.TIMED) {
            // Ends it even where Pervius itself was killed meanwhile.
            all.addAll(List.of("timeout", "--signal=KILL", String.valueOf(limits.time().toSeconds() + 5)));
        }
        all.addAll(Here.APART_HERE);
        if (Here.LIMITED) {
            all.addAll(List.of("prlimit", "--core=0", "--as=" + limits.memory(), "--fsize=" + limits.output(), "--cpu="
                    + (2 * limits.time().toSeconds() + LEAST_PROCESSOR_SECONDS), "--"));
        }
        all.addAll(command);
        return all;
    }

    /** Whoever takes network and processes away says it in words of its own when what it ran was killed. */
    private static boolean killed(Ran ran) {
        return ran.code() == KILLED || ran.said().endsWith("sigprocmask unblock failed: Invalid argument");
    }

    private static void watch(Process process, Path directory, Limits limits) throws IOException, InterruptedException {
        long end = System.nanoTime() + limits.time().toNanos();
        while (!process.waitFor(LOOK_EVERY_MS, TimeUnit.MILLISECONDS)) {
            if (System.nanoTime() > end) {
                throw new Overrun("It took longer than " + limits.time().toSeconds() + " seconds.");
            }
            if (process.descendants().limit(limits.processes() + 1L).count() > limits.processes()) {
                throw new Overrun("It began more than " + limits.processes() + " processes.");
            }
            if (written(directory) > limits.output()) {
                throw new Overrun("It wrote more than " + (limits.output() >> 20) + " MB.");
            }
        }
        if (written(directory) > limits.output()) {
            throw new Overrun("It wrote more than " + (limits.output() >> 20) + " MB.");
        }
    }

    /** What lies in a directory, in bytes; what goes while it is counted does not count. */
    private static long written(Path directory) throws IOException {
        try (Stream<Path> all = Files.walk(directory)) {
            return all.map(Path::toFile).filter(java.io.File::isFile).mapToLong(java.io.File::length).sum();
        } catch (java.io.UncheckedIOException gone) {
            return 0;
        }
    }

    private static String beginning(Path said) throws IOException {
        try (var in = Files.newInputStream(said)) {
            return new String(in.readNBytes(LONGEST_WORDS), StandardCharsets.UTF_8).lines().map(String::strip)
                    .filter(line -> !line.isEmpty()).reduce((a, b) -> a + " " + b).orElse("");
        }
    }

    private static void end(Process process) {
        process.descendants().forEach(ProcessHandle::destroyForcibly);
        process.destroyForcibly();
    }

    private static List<String> with(List<String> before, String last) {
        List<String> all = new ArrayList<>(before);
        all.add(last);
        return all;
    }

    private static boolean works(List<String> command) {
        try {
            Process process = new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.DISCARD).start();
            try {
                return process.waitFor(PROBE.toMillis(), TimeUnit.MILLISECONDS) && process.exitValue() == 0;
            } finally {
                end(process);
            }
        } catch (IOException e) {
            return false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}
