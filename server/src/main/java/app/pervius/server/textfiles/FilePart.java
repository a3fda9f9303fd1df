package app.pervius.server.textfiles;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.function.Function;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;
import org.yaml.snakeyaml.nodes.Tag;

/** A part of a file that is being read; what is wrong with it is noted with its line, and reading goes on. Used by one thread. */
public final class FilePart {

    /** More faults than these help nobody. */
    private static final int MOST_FAULTS = 50;
    private static final int LONGEST_SHOWN = 60;

    private final Node node;
    private final List<FileFault> faults;
    private final Set<String> asked = new HashSet<>();

    FilePart(Node node, List<FileFault> faults) {
        this.node = node;
        this.faults = faults;
    }

    public void wrong(String reason) {
        if (faults.size() < MOST_FAULTS) {
            faults.add(new FileFault(node.getStartMark().getLine() + 1, reason));
        }
    }

    /** What stands under a key of a mapping. */
    public Optional<FilePart> find(String key) {
        asked.add(key);
        return node instanceof MappingNode mapping ? mapping.getValue().stream().filter(t -> key(t).equals(key)).findFirst()
                .map(t -> new FilePart(t.getValueNode(), faults)) : Optional.empty();
    }

    /** The same, noted as missing where it is not there. */
    public Optional<FilePart> need(String key) {
        Optional<FilePart> found = find(key);
        if (found.isEmpty()) {
            wrong("“" + key + "” is missing here.");
        }
        return found;
    }

    /** Whether this is a mapping; noted if it is not. */
    public boolean mapping(String what) {
        if (!(node instanceof MappingNode)) {
            wrong(what + " is written as keys with values.");
            return false;
        }
        return true;
    }

    public boolean isMapping() {
        return node instanceof MappingNode;
    }

    /** Notes every key of the mapping nobody has asked for. */
    public void nothingElse() {
        if (node instanceof MappingNode mapping) {
            mapping.getValue().stream().filter(t -> !asked.contains(key(t)))
                    .forEach(t -> new FilePart(t.getKeyNode(), faults).wrong("“" + shown(key(t)) + "” is not known here; known are "
                    + String.join(", ", asked.stream().sorted().toList()) + "."));
        }
    }

    /** Each entry of a list, read by itself; what cannot be read is left out. */
    public <T> List<T> list(String what, Function<FilePart, Optional<T>> read) {
        if (!(node instanceof SequenceNode sequence)) {
            wrong(what + " is a list.");
            return List.of();
        }
        List<T> all = new ArrayList<>();
        sequence.getValue().forEach(entry -> read.apply(new FilePart(entry, faults)).ifPresent(all::add));
        return all;
    }

    /** A text of at most so many characters. */
    public Optional<String> text(String what, int most) {
        if (!(node instanceof ScalarNode scalar) || scalar.getTag().equals(Tag.NULL)) {
            wrong(what + " is a text.");
            return Optional.empty();
        }
        if (scalar.getValue().length() > most) {
            wrong(what + " has at most " + most + " characters.");
            return Optional.empty();
        }
        return Optional.of(scalar.getValue());
    }

    public Optional<Boolean> yesOrNo(String what) {
        Optional<String> said = text(what, 10);
        if (said.isPresent() && !said.get().matches("true|false")) {
            wrong(what + " is true or false.");
            return Optional.empty();
        }
        return said.map(Boolean::parseBoolean);
    }

    public Optional<Long> count(String what) {
        Optional<String> said = text(what, 20);
        if (said.isPresent() && !said.get().matches("\\d{1,18}")) {
            wrong(what + " is a whole number.");
            return Optional.empty();
        }
        return said.map(Long::parseLong);
    }

    public <E extends Enum<E>> Optional<E> word(String what, Class<E> type) {
        Optional<String> said = text(what, LONGEST_SHOWN);
        Optional<E> read = said.flatMap(word -> FileWords.read(type, word));
        if (said.isPresent() && read.isEmpty()) {
            wrong(what + " is one of " + FileWords.all(type) + ", not “" + shown(said.get()) + "”.");
        }
        return read;
    }

    /** One of fixed words; gives the name of its constant. */
    public Optional<String> word(String what, List<String> names) {
        Optional<String> said = text(what, LONGEST_SHOWN);
        Optional<String> read = said.flatMap(word -> names.stream().filter(name -> FileWords.of(name).equals(word)).findFirst());
        if (said.isPresent() && read.isEmpty()) {
            wrong(what + " is one of " + names.stream().map(FileWords::of)
                    .collect(Collectors.joining(", ")) + ", not “" + shown(said.get()) + "”.");
        }
        return read;
    }

    /** Something known by a name. */
    public <T> Optional<T> named(String what, Function<String, Optional<T>> find) {
        Optional<String> said = text(what, 2000);
        Optional<T> found = said.flatMap(find);
        if (said.isPresent() && found.isEmpty()) {
            wrong("This project has no " + what + " “" + shown(said.get()) + "”.");
        }
        return found;
    }

    /** The only key of a mapping that has one. */
    public Optional<String> onlyKey(String what) {
        if (node instanceof MappingNode mapping && mapping.getValue().size() == 1) {
            return Optional.of(key(mapping.getValue().getFirst()));
        }
        wrong(what + " is one key with its value.");
        return Optional.empty();
    }

    public List<String> keys() {
        return node instanceof MappingNode mapping ? mapping.getValue().stream().map(FilePart::key).toList() : List.of();
    }

    public static String shown(String text) {
        String one = text.replaceAll("\\p{Cntrl}+", " ");
        return one.length() > LONGEST_SHOWN ? one.substring(0, LONGEST_SHOWN) + "…" : one;
    }

    private static String key(NodeTuple tuple) {
        return tuple.getKeyNode() instanceof ScalarNode scalar ? scalar.getValue() : "";
    }
}
