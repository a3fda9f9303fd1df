package app.pervius.server.textfiles;

import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.yaml.snakeyaml.DumperOptions;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.events.AliasEvent;
import org.yaml.snakeyaml.events.CollectionEndEvent;
import org.yaml.snakeyaml.events.CollectionStartEvent;
import org.yaml.snakeyaml.events.Event;
import org.yaml.snakeyaml.events.NodeEvent;
import org.yaml.snakeyaml.nodes.Node;

/** Reading and writing open text files. Reading is bounded in size, depth and time, and gives all that is wrong, each with its line. */
public final class TextFile {

    /** The most characters a file may have. */
    public static final int LONGEST = 2_000_000;
    /** Longer than any line that is written out; the scanner's time for one grows with the square of its length. */
    private static final int LONGEST_LINE = 20_000;
    private static final int DEEPEST = 30;

    /** What reading gives. */
    public sealed interface Read<T> {
        record Sound<T>(T value) implements Read<T> {
        }

        record Wrong<T>(List<FileFault> faults) implements Read<T> {
        }
    }

    private TextFile() {
    }

    /** Reads a file by what {@code of} makes of it, which counts only where nothing is noted as wrong. */
    public static <T> Read<T> read(String text, Function<FilePart, T> of) {
        if (text.length() > LONGEST) {
            return wrong(1, "The file has " + text.length() + " characters; at most " + LONGEST + " are read.");
        }
        int line = 0;
        for (String each : (Iterable<String>) text.lines()::iterator) {
            line++;
            if (each.length() > LONGEST_LINE) {
                return wrong(line, "The line has " + each.length() + " characters; at most " + LONGEST_LINE + " are read.");
            }
        }
        try {
            Optional<FileFault> notRead = notRead(text);
            if (notRead.isPresent()) {
                return new Read.Wrong<>(List.of(notRead.get()));
            }
            Node root = yaml().compose(new StringReader(text));
            if (root == null) {
                return wrong(1, "The file is empty.");
            }
            List<FileFault> faults = new ArrayList<>();
            T value = of.apply(new FilePart(root, faults));
            return faults.isEmpty() ? new Read.Sound<>(value) : new Read.Wrong<>(List.copyOf(faults));
        } catch (MarkedYAMLException e) {
            int where = e.getProblemMark() == null ? 1 : e.getProblemMark().getLine() + 1;
            return wrong(where, "This is not YAML: " + FilePart.shown(String.valueOf(e.getProblem())) + ".");
        } catch (YAMLException e) {
            return wrong(1, "This is not YAML that can be read: " + FilePart.shown(String.valueOf(e.getMessage())) + ".");
        }
    }

    private static <T> Read<T> wrong(int line, String reason) {
        return new Read.Wrong<>(List.of(new FileFault(line, reason)));
    }

    /** The same always gives the same text, so that comparing two files is readable. */
    public static String write(Map<String, Object> file) {
        DumperOptions options = new DumperOptions();
        options.setDefaultFlowStyle(DumperOptions.FlowStyle.BLOCK);
        options.setSplitLines(false);
        options.setIndent(2);
        options.setIndicatorIndent(0);
        options.setAllowUnicode(true);
        options.setDereferenceAliases(true);
        return new Yaml(options).dump(file);
    }

    private static Yaml yaml() {
        LoaderOptions options = new LoaderOptions();
        options.setAllowDuplicateKeys(false);
        options.setNestingDepthLimit(DEEPEST);
        options.setCodePointLimit(LONGEST);
        options.setMaxAliasesForCollections(1);
        return new Yaml(new SafeConstructor(options));
    }

    /**
     * What is not read, looked for before anything is made of the text. Names for parts of a file, and what stands for them, are not
     * needed: a small file could mean an endless one. Nothing is nested deeper than such a file ever is: going down takes the scanner
     * longer with every level.
     */
    private static Optional<FileFault> notRead(String text) {
        int depth = 0;
        for (Event event : yaml().parse(new StringReader(text))) {
            int line = event.getStartMark().getLine() + 1;
            if (event instanceof AliasEvent || event instanceof NodeEvent named && named.getAnchor() != null) {
                return Optional.of(new FileFault(line, "Anchors (&) and aliases (*) are not read; write out what is meant."));
            }
            depth += event instanceof CollectionStartEvent ? 1 : event instanceof CollectionEndEvent ? -1 : 0;
            if (depth > DEEPEST) {
                return Optional.of(new FileFault(line, "It is nested more than " + DEEPEST
                        + " levels deep; nothing that is read here is."));
            }
        }
        return Optional.empty();
    }
}
