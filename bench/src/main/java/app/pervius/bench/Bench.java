package app.pervius.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** Runs the measurements named, or all, prints each figure with its floor and writes them to a file. */
public final class Bench {

    /** One of the measurements. */
    interface Part {
        List<Measure> measure() throws Exception;
    }

    private Bench() {
    }

    /** Arguments: the file to write; then names of parts, none for all. */
    public static void main(String[] arguments) throws Exception {
        double scale = Double.parseDouble(System.getProperty("pervius.bench.scale", "1"));
        Map<String, Part> parts = new LinkedHashMap<>();
        parts.put("uploads", new UploadRate(scale));
        parts.put("engine", new EngineRate(scale));
        parts.put("drop", new DropTime(scale));
        parts.put("numbers", new NumberRate(scale));
        parts.put("patterns", new PatternRate(scale));
        parts.put("reviews", new ReviewRate(scale));
        parts.put("rules", new RuleRate(scale));
        parts.put("lists", new ListTime(scale));
        parts.put("messages", new MessageRate(scale));
        parts.put("live", new LiveRate(scale));
        parts.put("steady", new Steady(scale));
        parts.put("start", new StartTime());
        parts.put("crowded", new Crowded(scale));
        parts.put("frames", new FrameTime(scale));
        parts.put("compare", new CompareTime(scale));
        parts.put("reading", new ReadingTime(scale));
        parts.put("copies", new CopyRate(scale));
        parts.put("directories", new DirectoryRate(scale));
        parts.put("backup", new BackupLoad(scale));
        List<String> wanted = arguments.length > 1 ? List.of(arguments).subList(1, arguments.length) : List.copyOf(parts.keySet());
        for (String name : wanted) {
            if (!parts.containsKey(name)) {
                System.err.println("There is no measurement “" + name + "”; there are " + String.join(", ", parts.keySet()) + ".");
                System.exit(2);
            }
        }
        List<Measure> found = new ArrayList<>();
        System.out.println(Measure.header());
        for (String name : wanted) {
            System.err.println(name + " ...");
            for (Measure measure : Objects.requireNonNull(parts.get(name)).measure()) {
                System.out.println(measure.row());
                found.add(measure);
            }
        }
        write(Path.of(arguments[0]), found);
        List<String> lost = Former.read(Path.of("docs", "measured.md")).lost(found);
        System.err.println(lost.isEmpty() ? "Nothing was lost against docs/measured.md." : String.join("\n", lost));
        System.exit(0);
    }

    private static void write(Path file, List<Measure> found) throws IOException {
        List<String> lines = new ArrayList<>(List.of("# Measured", "",
                "Taken " + Instant.now().truncatedTo(ChronoUnit.MINUTES) + " on " + Runtime.getRuntime()
                .availableProcessors() + " processors, Java "
                        + Runtime.version().feature() + ". Ours, the floor taken in the same run, and the ratio; see bench/.", "",
                        Measure.header()));
        found.forEach(measure -> lines.add(measure.row()));
        Files.createDirectories(file.toAbsolutePath().getParent());
        Files.writeString(file, String.join("\n", lines) + "\n");
        System.err.println("Written to " + file + ".");
    }
}
