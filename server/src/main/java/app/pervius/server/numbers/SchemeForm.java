package app.pervius.server.numbers;

import app.pervius.core.number.Scheme.Of;
import app.pervius.core.number.Scheme;
import app.pervius.core.number.Source;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;

/** A scheme as a screen fills it in. */
record SchemeForm(@NotNull @Size(max = 200) String name, @NotNull Of of, @NotNull @Size(max = 500) String pattern,
        @NotNull @Size(max = 20) List<@NotNull @Size(max = 60) String> countsPer, boolean yearly, long start, long step,
        @NotNull @Size(max = 10) List<@NotNull Source> sources) {

    Scheme scheme(String key) {
        return new Scheme(key, name.strip(), 0, of, pattern, countsPer, yearly, start, step, sources);
    }

    static SchemeForm of(Scheme scheme) {
        return new SchemeForm(scheme.name(), scheme.of(), scheme.pattern(), scheme.countsPer(), scheme.yearly(), scheme.start(),
                scheme.step(), scheme.sources());
    }
}
