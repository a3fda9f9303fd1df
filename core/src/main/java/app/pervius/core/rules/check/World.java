package app.pervius.core.rules.check;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.Code;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.Conditions;
import app.pervius.core.rules.Parties;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.Where;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;

/**
 * All that conditions of one sheet can tell apart: folders (each also stands for one made below it later), ways to arrive, people (with
 * somebody
 * new for each firm and combination of roles the sheet names), sets of formats, sizes, values of fields, names that fit a pattern or not.
 * Aspects are taken as independent of each other, so what has no arrival here has none at all.
 */
final class World {

    static final String OTHER = "\u0000other";
    static final String UNKNOWN = "\u0000unknown";
    private static final int MOST_ROLES = 5;

    final Aspect folder;
    final Aspect event = new Aspect("event", ArrivalEvent.values().length);
    final Aspect author;
    final Aspect uploader;
    final Aspect formats = new Aspect("formats", 1 << FileFormat.values().length);
    final Aspect size;
    private final CheckFacts facts;
    private final Map<FolderId, Integer> placeOf = new HashMap<>();
    private final List<BitSet> below = new ArrayList<>();
    final List<Parties.Party> parties = new ArrayList<>();
    final List<Long> sizes;
    private final Map<String, List<String>> fieldValues = new HashMap<>();
    /** False where the sheet names so many roles that not every combination is looked at, so that nothing is proved of people. */
    final boolean exact;

    World(CheckFacts facts) {
        this.facts = facts;
        List<Condition> all = new ArrayList<>();
        facts.sheet().rows().forEach(row -> row.rule().which().conditions().forEach(c -> all.addAll(Conditions.flat(c))));
        placeFolders();
        folder = new Aspect("folder", 2 * facts.folders().size());
        exact = placePeople(all);
        author = new Aspect("author", parties.size());
        uploader = new Aspect("uploader", parties.size());
        TreeSet<Long> starts = new TreeSet<>(Set.of(0L));
        all.forEach(c -> {
            if (c instanceof Condition.Sized(long least, long most)) {
                starts.add(least);
                if (most < Long.MAX_VALUE) {
                    starts.add(most + 1);
                }
            } else if (c instanceof Condition.FieldIs(String field, var values)) {
                fieldValues.computeIfAbsent(field, this::usualValues);
                values.stream().sorted().filter(v -> !fieldValues.get(field).contains(v)).forEach(v -> fieldValues.get(field).add(v));
            }
        });
        sizes = List.copyOf(starts);
        size = new Aspect("size", sizes.size());
    }

    private void placeFolders() {
        List<CheckFacts.Node> nodes = facts.folders();
        for (int i = 0; i < nodes.size(); i++) {
            placeOf.put(nodes.get(i).id(), i);
            below.add(new BitSet());
        }
        for (int i = nodes.size() - 1; i >= 0; i--) {
            BitSet its = below.get(i);
            its.set(2 * i);
            its.set(2 * i + 1);
            nodes.get(i).parent().map(placeOf::get).ifPresent(parent -> below.get(parent).or(its));
        }
    }

    private boolean placePeople(List<Condition> all) {
        Set<FirmId> firms = new LinkedHashSet<>();
        Set<RoleId> roles = new LinkedHashSet<>();
        all.forEach(c -> {
            Parties named = c instanceof Condition.From(Parties p) ? p : c instanceof Condition.HandedInBy(Parties p) ? p : null;
            if (named != null) {
                firms.addAll(named.firms());
                roles.addAll(named.roles());
            }
        });
        parties.addAll(facts.people());
        List<RoleId> inOrder = List.copyOf(roles);
        int combinations = inOrder.size() > MOST_ROLES ? 1 : 1 << inOrder.size();
        firms.add(new FirmId(-1));
        for (FirmId firm : firms) {
            for (int held = 0; held < combinations; held++) {
                Set<RoleId> holds = new HashSet<>();
                for (int i = 0; i < inOrder.size(); i++) {
                    if ((held & 1 << i) != 0) {
                        holds.add(inOrder.get(i));
                    }
                }
                parties.add(new Parties.Party(new PersonId(-1), firm, holds, "somebody new"));
            }
        }
        return inOrder.size() <= MOST_ROLES;
    }

    private List<String> usualValues(String field) {
        List<String> values = new ArrayList<>(List.of(UNKNOWN, OTHER));
        facts.nameFields().find(field).map(Field::kind).ifPresent(kind -> {
            if (kind instanceof FieldKind.CodeList(List<Code> codes)) {
                codes.stream().filter(c -> !c.retired()).forEach(c -> values.add(c.code()));
            }
        });
        return values;
    }

    /** The values of a field that can be told apart; {@link #UNKNOWN} and {@link #OTHER} among them. */
    List<String> valuesOf(String field) {
        return Objects.requireNonNull(fieldValues.get(field));
    }

    BitSet folders(Where where) {
        BitSet set = new BitSet();
        where.places().forEach(place -> {
            Integer at = placeOf.get(place.folder());
            if (at != null && place.withBelow()) {
                set.or(below.get(at));
            } else if (at != null) {
                set.set(2 * at);
            }
        });
        return set;
    }

    /** A folder; with {@code andBelow} also whatever lies or will lie below it. */
    BitSet folder(FolderId id, boolean andBelow) {
        return folders(new Where(List.of(new Where.Standing(id, andBelow))));
    }

    /** The folder a value of the aspect stands for, and whether a new one below it is meant. */
    CheckFacts.Node node(int value) {
        return facts.folders().get(value / 2);
    }

    BitSet events(Predicate<ArrivalEvent> which) {
        BitSet set = new BitSet();
        for (ArrivalEvent e : ArrivalEvent.values()) {
            set.set(e.ordinal(), which.test(e));
        }
        return set;
    }

    BitSet of(Parties named) {
        BitSet set = new BitSet();
        for (int i = 0; i < parties.size(); i++) {
            set.set(i, named.has(parties.get(i)));
        }
        return set;
    }

    BitSet formats(Set<FileFormat> wanted) {
        int mask = wanted.stream().mapToInt(f -> 1 << f.ordinal()).sum();
        BitSet set = new BitSet();
        for (int has = 1; has < formats.values(); has++) {
            set.set(has, (has & mask) != 0);
        }
        return set;
    }

    BitSet sizes(long least, long most) {
        BitSet set = new BitSet();
        for (int i = 0; i < sizes.size(); i++) {
            set.set(i, sizes.get(i) >= least && sizes.get(i) <= most);
        }
        return set;
    }

    BitSet values(String field, Set<String> wanted) {
        BitSet set = new BitSet();
        List<String> values = valuesOf(field);
        for (int i = 0; i < values.size(); i++) {
            set.set(i, wanted.contains(values.get(i)));
        }
        return set;
    }

    /** The aspect of a field as one rule sees it: what its patterns read counts where nothing else says it. */
    Aspect field(String field, Rule rule, RuleSheet sheet) {
        List<String> reading = Names.patternsOf(rule, sheet).stream()
                .filter(text -> Pattern.compile(text, facts.nameFields()) instanceof Compiled.Sound(Pattern p)
                && p.fieldKeys().contains(field)).toList();
        return new Aspect("field " + field + " " + reading, valuesOf(field).size());
    }

    static Aspect name(String pattern) {
        return new Aspect("name " + pattern, 2);
    }
}
