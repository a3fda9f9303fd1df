package app.pervius.server.rules;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.Parties;
import app.pervius.server.http.Problem;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * A condition as a screen fills it in; only what belongs to its kind counts.
 *
 * @param least bytes, for a size
 * @param most bytes, for a size; absent where there is no upper bound
 * @param conditions those of a group
 */
record RuleCondition(@NotNull Kind kind, @Nullable @Size(max = 10) List<@NotNull ArrivalEvent> events, @Nullable @Size(max = 500) List<@NotNull Long> firms,
        @Nullable @Size(max = 500) List<@NotNull Long> people, @Nullable @Size(max = 200) List<@NotNull Long> roles,
        @Nullable @Size(max = 500) String pattern, @Nullable @Size(max = 20) List<@NotNull FileFormat> formats, @Nullable Long least, @Nullable Long most,
        @Nullable @Size(max = 60) String field, @Nullable @Size(max = 500) List<@NotNull @Size(max = 200) String> values,
        @Nullable @Size(max = 50) List<@Valid @NotNull RuleCondition> conditions) {

    /** What is asked. */
    enum Kind { EVENT, AUTHOR, UPLOADER, NAME, FORMAT, SIZE, FIELD, ALL, ANY, NONE }

    /** How deep groups may stand in groups. */
    private static final int DEEPEST = 5;

    Condition condition() {
        return condition(0);
    }

    private Condition condition(int depth) {
        return switch (kind) {
            case EVENT -> new Condition.Came(new HashSet<>(list(events)));
            case AUTHOR -> new Condition.From(parties());
            case UPLOADER -> new Condition.HandedInBy(parties());
            case NAME -> new Condition.Named(pattern == null ? "" : pattern.strip());
            case FORMAT -> new Condition.HasFormat(new HashSet<>(list(formats)));
            case SIZE -> sized();
            case FIELD -> new Condition.FieldIs(field == null ? "" : field, new HashSet<>(list(values)));
            case ALL -> new Condition.All(group(depth));
            case ANY -> new Condition.Any(group(depth));
            case NONE -> new Condition.None(group(depth));
        };
    }

    private Condition sized() {
        long from = least == null ? 0 : least;
        long to = most == null ? Long.MAX_VALUE : most;
        if (from < 0 || to < from) {
            throw Problem.invalid("conditions", "A size goes from a smaller to a larger number of bytes.");
        }
        return new Condition.Sized(from, to);
    }

    private List<Condition> group(int depth) {
        if (depth >= DEEPEST) {
            throw Problem.invalid("conditions", "Groups may stand in groups " + DEEPEST + " deep, not deeper.");
        }
        List<Condition> all = new ArrayList<>();
        list(conditions).forEach(c -> all.add(c.condition(depth + 1)));
        return all;
    }

    private Parties parties() {
        return new Parties(set(firms, FirmId::new), set(people, PersonId::new), set(roles, RoleId::new));
    }

    private static <T> Set<T> set(@Nullable List<Long> ids, Function<Long, T> id) {
        return new HashSet<>(list(ids).stream().map(id).toList());
    }

    private static <T> List<T> list(@Nullable List<T> given) {
        return given == null ? List.of() : given;
    }

    static RuleCondition of(Condition condition) {
        return switch (condition) {
            case Condition.Came(var by) -> new RuleCondition(Kind.EVENT, by.stream().sorted().toList(), null, null, null, null, null, null, null, null, null, null);
            case Condition.From(Parties p) -> of(Kind.AUTHOR, p);
            case Condition.HandedInBy(Parties p) -> of(Kind.UPLOADER, p);
            case Condition.Named(String pattern) -> new RuleCondition(Kind.NAME, null, null, null, null, pattern, null, null, null, null, null, null);
            case Condition.HasFormat(var formats) -> new RuleCondition(Kind.FORMAT, null, null, null, null, null, formats.stream().sorted().toList(), null, null, null, null, null);
            case Condition.Sized(long least, long most) -> new RuleCondition(Kind.SIZE, null, null, null, null, null, null, least, most == Long.MAX_VALUE ? null : most, null, null, null);
            case Condition.FieldIs(String field, var values) ->
                    new RuleCondition(Kind.FIELD, null, null, null, null, null, null, null, null, field, values.stream().sorted().toList(), null);
            case Condition.All(var of) -> group(Kind.ALL, of);
            case Condition.Any(var of) -> group(Kind.ANY, of);
            case Condition.None(var of) -> group(Kind.NONE, of);
        };
    }

    private static RuleCondition of(Kind kind, Parties p) {
        return new RuleCondition(kind, null, ids(p.firms(), FirmId::value), ids(p.people(), PersonId::value), ids(p.roles(), RoleId::value), null, null, null, null, null, null, null);
    }

    private static <T> List<Long> ids(Collection<T> of, Function<T, Long> value) {
        return of.stream().map(value).sorted().toList();
    }

    private static RuleCondition group(Kind kind, List<Condition> of) {
        return new RuleCondition(kind, null, null, null, null, null, null, null, null, null, null, of.stream().map(RuleCondition::of).toList());
    }
}
