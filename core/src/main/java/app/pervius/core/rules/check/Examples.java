package app.pervius.core.rules.check;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Reading;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FolderId;
import app.pervius.core.rules.ArrivalFacts;
import app.pervius.core.rules.Parties;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Arrivals made up out of boxes, to show what a finding means and to see that it is so. */
final class Examples {

    /** How many names are tried for one box. */
    private static final int MOST_NAMES = 40;
    private static final String ENDING = ".pdf";

    /** A made-up arrival. */
    record Example(ArrivalFacts arrival, String inWords) {
    }

    private final CheckFacts facts;
    private final World world;
    private final Set<String> otherNames = new LinkedHashSet<>();
    private final Map<FolderId, CheckFacts.Node> byId = new HashMap<>();

    Examples(CheckFacts facts, World world) {
        this.facts = facts;
        this.world = world;
        facts.folders().forEach(n -> byId.put(n.id(), n));
        otherNames.add("Example");
        facts.sheet().rows().stream().flatMap(row -> Names.patternsOf(row.rule(), facts.sheet()).stream()).distinct()
                .forEach(pattern -> otherNames.addAll(Names.like(pattern, facts.nameFields()).stream().limit(3).toList()));
    }

    /** Arrivals of the box, one for each name that is tried; made as they are asked for. */
    Stream<Example> of(Box box) {
        return names(box).stream().map(name -> make(box, name)).flatMap(Optional::stream);
    }

    private List<String> names(Box box) {
        List<String> fits = new ArrayList<>();
        List<String> misfits = new ArrayList<>();
        box.says().forEach((aspect, values) -> {
            if (aspect.name().startsWith("name ") && values.cardinality() == 1) {
                (values.get(0) ? fits : misfits).add(aspect.name().substring("name ".length()));
            }
        });
        Set<String> tried = new LinkedHashSet<>();
        fits.forEach(pattern -> tried.addAll(Names.like(pattern, facts.nameFields())));
        if (fits.isEmpty()) {
            tried.addAll(otherNames);
        }
        return tried.stream().filter(name -> fits.stream().allMatch(p -> fits(p, name)) && misfits.stream().noneMatch(p -> fits(p, name)))
                .limit(MOST_NAMES).toList();
    }

    private boolean fits(String pattern, String name) {
        return Pattern.compile(pattern, facts.nameFields()) instanceof Compiled.Sound(Pattern compiled)
                && compiled.read(name) instanceof Reading.Fits;
    }

    private Optional<Example> make(Box box, String name) {
        BitSet folders = box.of(world.folder);
        int at = evenFirst(folders);
        List<FolderId> pathUp = pathUp(world.node(at));
        if (at % 2 == 1) {
            pathUp.addFirst(new FolderId(-1));
        }
        ArrivalEvent event = ArrivalEvent.values()[box.of(world.event).nextSetBit(0)];
        Parties.Party author = world.parties.get(box.of(world.author).nextSetBit(0));
        BitSet uploaders = box.of(world.uploader);
        Parties.Party uploader = uploaders.get(world.parties.indexOf(author)) ? author : world.parties.get(uploaders.nextSetBit(0));
        Set<FileFormat> formats = formats(box.of(world.formats));
        long largest = world.sizes.get(box.of(world.size).nextSetBit(0));
        Map<String, String> values = new HashMap<>();
        for (Map.Entry<Aspect, BitSet> e : box.says().entrySet()) {
            if (e.getKey().name().startsWith("field ")) {
                String field = e.getKey().name().split(" ", 3)[1];
                String value = world.valuesOf(field).get(e.getValue().nextSetBit(0));
                if (value.equals(World.OTHER)) {
                    value = "other";
                }
                if (!value.equals(World.UNKNOWN) && !value.equals(values.getOrDefault(field, value))) {
                    return Optional.empty();
                }
                if (!value.equals(World.UNKNOWN)) {
                    values.put(field, value);
                }
            }
        }
        ArrivalFacts arrival = new ArrivalFacts(pathUp, event, name, formats, Math.max(largest, 1), author, uploader,
                new FieldValues(values), facts.nameFields());
        return Optional.of(new Example(arrival, inWords(arrival, world.node(at), values)));
    }

    private String inWords(ArrivalFacts arrival, CheckFacts.Node node, Map<String, String> values) {
        boolean onlyPdf = arrival.formats().equals(Set.of(FileFormat.PDF));
        StringBuilder said = new StringBuilder("“" + arrival.baseName() + (onlyPdf ? ENDING : "") + "”");
        if (!onlyPdf) {
            said.append(" as ").append(arrival.formats().stream().sorted().map(FileFormat::label).collect(Collectors.joining(" and ")));
        }
        values.forEach((field, value) -> said.append(", ").append(facts.nameFields().label(field)).append(" ").append(value));
        said.append(" from ").append(arrival.author().inWords()).append(" in ")
                .append(node.path().isEmpty() ? "the project's own folder" : node.path());
        if (arrival.event() != ArrivalEvent.NEW_FILE) {
            said.append(", ").append(arrival.event().label());
        }
        return said.toString();
    }

    private Set<FileFormat> formats(BitSet sets) {
        int pdf = 1 << FileFormat.PDF.ordinal();
        int chosen = sets.get(pdf) ? pdf : sets.nextSetBit(1);
        Set<FileFormat> formats = new HashSet<>();
        for (FileFormat format : FileFormat.values()) {
            if ((chosen & 1 << format.ordinal()) != 0) {
                formats.add(format);
            }
        }
        return formats;
    }

    private static int evenFirst(BitSet folders) {
        for (int i = folders.nextSetBit(0); i >= 0; i = folders.nextSetBit(i + 1)) {
            if (i % 2 == 0) {
                return i;
            }
        }
        return folders.nextSetBit(0);
    }

    private List<FolderId> pathUp(CheckFacts.Node node) {
        List<FolderId> path = new ArrayList<>();
        for (CheckFacts.Node at = node; at != null; at = at.parent().map(byId::get).orElse(null)) {
            path.add(at.id());
        }
        return path;
    }
}
