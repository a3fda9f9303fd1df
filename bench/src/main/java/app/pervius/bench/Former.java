package app.pervius.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** What was measured the last time it was written down, to say where something became slower since. */
final class Former {

    /** Runs of the same differ by so much without anything having become slower. */
    private static final double NOISE = 0.15;
    private static final Pattern ROW = Pattern.compile("\\| (\\w) \\| (.+?) \\| [\\d.]+ \\| [\\d.]+ \\((.+?)\\) \\| ([\\d.]+) \\|.*");

    private final Map<String, Double> ratios = new HashMap<>();

    /** Reads the table of a file as {@link Measure#row} writes it; none where there is no file. */
    static Former read(Path file) throws IOException {
        Former former = new Former();
        if (Files.exists(file)) {
            for (String line : Files.readAllLines(file)) {
                Matcher row = ROW.matcher(line);
                if (row.matches()) {
                    // Of several the first one is the whole run; later ones are beside it.
                    former.ratios.putIfAbsent(key(row.group(1), row.group(2), row.group(3)), Double.valueOf(row.group(4)));
                }
            }
        }
        return former;
    }

    /** The same figure with other amounts is the same one. */
    private static String key(String letter, String what, String floor) {
        return letter + " " + what.replaceAll("\\([^)]*\\)", "").replaceAll("[\\d,.]+", "").replaceAll("\\s+", " ").strip() + " "
                + floor.split(",")[0];
    }

    /** Sentences on what is worse by more than runs differ; none where nothing is, or nothing is known. */
    List<String> lost(List<Measure> now) {
        return now.stream().map(this::lost).filter(sentence -> !sentence.isEmpty()).toList();
    }

    private String lost(Measure its) {
        @Nullable Double before = ratios.get(key(its.letter(), its.what(), its.floorIs()));
        if (before == null || its.target() == 0 || (its.atLeast() ? its.ratio() >= before * (1 - NOISE)
                : its.ratio() <= before * (1 + NOISE))) {
            return "";
        }
        return String.format(Locale.ROOT, "Lost: (%s) %s: %.2f of the floor, before %.2f.", its.letter(), its.what(), its.ratio(), before);
    }
}
