package app.pervius.server.numbers;

import app.pervius.core.identify.NumberInName;
import app.pervius.core.passage.Station;
import app.pervius.core.project.FieldValues;
import app.pervius.core.rules.Handling;
import app.pervius.server.documents.Sequences;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.arriving.Arriving;
import app.pervius.server.rules.arriving.FieldFiller;
import app.pervius.server.rules.words.StationWords;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** What a rule does at station Number in words, which fields are there once it was passed, and what a number in a name says. */
@Component
class NumberWords implements StationWords, FieldFiller, Arriving.NumbersInNames {

    private final Schemes schemes;
    private final Sequences sequences;
    private final Projects projects;

    NumberWords(Schemes schemes, Sequences sequences, Projects projects) {
        this.schemes = schemes;
        this.sequences = sequences;
        this.projects = projects;
    }

    @Override
    public Station station() {
        return Station.NUMBER;
    }

    @Override
    public List<String> of(long project, Handling handling) {
        return handling.number().scheme().map(key -> schemes.inForce(project, key)
                .map(s -> List.of("Numbers by " + s.name() + ": " + s.pattern() + "."))
                .orElse(List.of("Its number scheme does not exist any more.")))
                .orElse(List.of("Gets no number."));
    }

    @Override
    public FieldValues valuesOf(long project, String baseName) {
        return NumberInName.find(baseName, schemes.patterns(project, projects.settings(project).fields()), sequences.inForce(project))
                .map(NumberInName::values).orElse(FieldValues.NONE);
    }

    /** What a scheme needs is there once a number was given. */
    @Override
    public Set<String> fills(long project, Handling handling) {
        return handling.number().scheme().flatMap(key -> schemes.inForce(project, key))
                .map(scheme -> scheme.sound(projects.settings(project).fields()).neededKeys()).orElse(Set.of());
    }
}
