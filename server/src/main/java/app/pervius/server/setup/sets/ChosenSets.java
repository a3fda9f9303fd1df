package app.pervius.server.setup.sets;

import app.pervius.core.identify.Identify;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.project.Code;
import app.pervius.core.project.Fields;
import app.pervius.server.refused.Refused;
import app.pervius.server.textfiles.FileFault;
import app.pervius.server.textfiles.TextFile;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The set somebody chose, with what is otherwise. */
@Component
public class ChosenSets {

    private final ShippedSets shipped;

    ChosenSets(ShippedSets shipped) {
        this.shipped = shipped;
    }

    /** @param entry absent for the first set without its rules and places */
    public StartingSet of(@Nullable SetEntry entry) {
        if (entry == null) {
            return shipped.find(ShippedSets.DESIGN).orElseThrow().bare();
        }
        StartingSet set = entry.file() != null ? read(entry.file()) : shipped.find(entry.key() == null ? ShippedSets.DESIGN : entry.key())
                .orElseThrow(() -> Refused.notFound("starting set"));
        Map<String, List<Code>> codes = new LinkedHashMap<>();
        entry.codes().forEach((field, its) -> {
            String label = set.fields().stream().filter(f -> f.key().equals(field)).map(f -> f.label()).findFirst()
                    .orElseThrow(() -> Refused.invalid("codes", "The set has no field “" + field + "”."));
            if (its.isEmpty() || its.stream().anyMatch(c -> c.code().isBlank() || c.meaning().isBlank())) {
                throw Refused.invalid("codes", "“" + label + "” needs codes, each with what it means.");
            }
            if (its.stream().map(c -> c.code().strip()).distinct().count() < its.size()) {
                throw Refused.invalid("codes", "A code of “" + label + "” stands there twice.");
            }
            codes.put(field, its.stream().map(StartingSetController.CodeOfSet::asCode).toList());
        });
        StartingSet chosen = set.with(codes, said(entry.pattern()), said(entry.names()));
        said(entry.names()).ifPresent(names -> mustBeReadable(names, chosen));
        return chosen;
    }

    private static Optional<String> said(@Nullable String text) {
        return Optional.ofNullable(text).map(String::strip).filter(t -> !t.isEmpty());
    }

    private static void mustBeReadable(String names, StartingSet set) {
        if (Pattern.compile(names, Identify.nameFields(new Fields(set.fields()))) instanceof Compiled.Faulty(List<PatternFault> faults)) {
            throw Refused.invalid("names", "How names of files are read: " + faults.getFirst().message());
        }
    }

    private static StartingSet read(String file) {
        return switch (StartingSetReader.read(file)) {
            case TextFile.Read.Sound<StartingSet>(StartingSet set) -> set;
            case TextFile.Read.Wrong<StartingSet>(List<FileFault> faults) -> throw Refused.invalid("file", "Line "
                    + faults.getFirst().line() + ": " + faults.getFirst().reason());
        };
    }

    /** What is wrong with a file. */
    List<FileFault> faults(String file) {
        return StartingSetReader.read(file) instanceof TextFile.Read.Wrong<StartingSet>(List<FileFault> faults) ? faults : List.of();
    }
}
