package app.pervius.server.rulefile;

import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Target;
import app.pervius.server.textfiles.FilePart;
import app.pervius.server.textfiles.FileWords;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Where files are placed, in a rule file. */
final class PlaceInFile {

    private static final int NAME = 200;
    private static final int PATTERN = 500;

    private final Naming naming;

    PlaceInFile(Naming naming) {
        this.naming = naming;
    }

    Map<String, Object> write(Target.Place place) {
        Map<String, Object> says = new LinkedHashMap<>(into(place.into()));
        says.put("status", place.statusCode());
        says.put("files", FileWords.of(place.manner()));
        says.put("when-taken", FileWords.of(place.whenTaken()));
        if (!place.sets().isEmpty()) {
            says.put("sets", new TreeMap<>(place.sets()));
        }
        if (!place.copies().isEmpty()) {
            says.put("copies", place.copies().stream().map(this::into).toList());
        }
        return says;
    }

    Map<String, Object> into(Target.Into into) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("folder", naming.of(into.folder()));
        if (!into.path().isEmpty()) {
            says.put("path", into.path());
        }
        says.put("name", into.name());
        return says;
    }

    Optional<Target.Place> read(FilePart part) {
        if (!part.mapping("A place")) {
            return Optional.empty();
        }
        Optional<Target.Into> into = into(part);
        String status = part.find("status").flatMap(p -> p.text("A status code", 20)).orElse("");
        Target.Manner manner = part.find("files").flatMap(p -> p.word("“files”", Target.Manner.class)).orElse(Target.Manner.COPY);
        Target.WhenTaken whenTaken = part.find("when-taken").flatMap(p -> p.word("“when-taken”", Target.WhenTaken.class))
                .orElse(Target.WhenTaken.STOP);
        Map<String, String> sets = new LinkedHashMap<>();
        part.find("sets").filter(p -> p.mapping("“sets”")).ifPresent(p -> p.keys()
                .forEach(key -> p.find(key).flatMap(v -> v.text("A value", NAME)).ifPresent(value -> sets.put(key, value))));
        List<Target.Into> copies = part.find("copies").map(p -> p.list("“copies”", copy -> {
            Optional<Target.Into> read = copy.mapping("A copy") ? into(copy) : Optional.<Target.Into>empty();
            copy.nothingElse();
            return read;
        })).orElse(List.of());
        part.nothingElse();
        return into.map(to -> new Target.Place(to, status, manner, whenTaken, sets, copies));
    }

    Optional<Target.Into> into(FilePart part) {
        return into(part, IssuePlan.USUAL_NAME);
    }

    /** @param usual what files are called where nothing else is said */
    Optional<Target.Into> into(FilePart part, String usual) {
        String path = part.find("path").flatMap(p -> p.text("A path", PATTERN)).orElse("");
        String name = part.find("name").flatMap(p -> p.text("A name pattern", PATTERN)).orElse(usual);
        return part.need("folder").flatMap(p -> p.named("folder", naming::folder)).map(folder -> new Target.Into(folder, path, name));
    }
}
