package app.pervius.server.numbers;

import app.pervius.core.number.Scheme;
import app.pervius.core.number.Source;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;

/** A scheme as a screen fills it in. */
record SchemeForm(@NotNull @Size(max = 200) String name, Scheme.@NotNull Of of, @NotNull @Size(max = 500) String pattern,
        @NotNull @Size(max = 20) List<@NotNull @Size(max = 60) String> countsPer, boolean yearly, long start, long step,
        @NotNull @Size(max = 10) List<@Valid @NotNull SourceEntry> sources) {

    /**
     * A part from elsewhere.
     *
     * @param from the key of the list, or the name of the connection
     */
    @io.swagger.v3.oas.annotations.media.Schema(name = "SourceEntry")
    record SourceEntry(@NotNull @Pattern(regexp = "[a-z][a-z0-9_]{0,59}",
            message = "is made of lower-case letters, digits and _") String key,
            @NotNull @Size(max = 200) String label, @NotNull Kind kind, @NotNull @Size(max = 60) String from) {
        enum Kind { LIST, ASKED }

        Source source() {
            return kind == Kind.LIST ? new Source.FromList(key, label, from) : new Source.Asked(key, label, from);
        }

        static SourceEntry of(Source source) {
            return switch (source) {
                case Source.FromList(String key, String label, String list) -> new SourceEntry(key, label, Kind.LIST, list);
                case Source.Asked(String key, String label, String connection) -> new SourceEntry(key, label, Kind.ASKED, connection);
            };
        }
    }

    Scheme scheme(String key) {
        return new Scheme(key, name.strip(), 0, of, pattern, countsPer, yearly, start, step, sources.stream().map(SourceEntry::source)
                .toList());
    }

    static SchemeForm of(Scheme scheme) {
        return new SchemeForm(scheme.name(), scheme.of(), scheme.pattern(), scheme.countsPer(), scheme.yearly(), scheme.start(),
                scheme.step(),
                scheme.sources().stream().map(SourceEntry::of).toList());
    }
}
