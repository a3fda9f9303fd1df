package app.pervius.core.rules.check;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.rules.Condition;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.RuleSheet;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;

/**
 * What a rule could take, as boxes.
 *
 * @param whole false where its conditions are so intricate that not all of it is here
 */
record Reach(List<Box> boxes, boolean whole) {

    private static final int MOST = 400;

    static Reach of(Rule rule, RuleSheet sheet, World world) {
        Optional<Box> standing = Box.of(world.folder, world.folders(rule.where()));
        boolean placed = rule.which().conditions().stream().anyMatch(c -> c instanceof Condition.Came(var by)
                && by.contains(ArrivalEvent.PLACED));
        Optional<Box> events = Box.of(world.event, world.events(e -> placed || e != ArrivalEvent.PLACED));
        if (standing.isEmpty() || events.isEmpty()) {
            return new Reach(List.of(), true);
        }
        try {
            List<Box> met = new Conditions(rule, sheet, world).met(new Condition.All(rule.which().conditions()), true);
            List<Box> boxes = met.stream().flatMap(box -> standing.get().and(box).stream()).flatMap(box -> events.get().and(box).stream())
                    .toList();
            return new Reach(boxes, true);
        } catch (TooIntricate e) {
            return new Reach(List.of(), false);
        }
    }

    /** Conditions so intricate that they are not taken apart. */
    private static final class TooIntricate extends RuntimeException {
        TooIntricate() {
            super(null, null, false, false);
        }
    }

    /** What is left of boxes once everything another rule could take is gone; empty where that is too much to say. */
    static Optional<List<Box>> minus(List<Box> from, Reach other) {
        List<Box> left = from;
        for (Box gone : other.boxes()) {
            List<Box> next = new ArrayList<>();
            for (Box box : left) {
                next.addAll(box.minus(gone));
                if (next.size() > MOST) {
                    return Optional.empty();
                }
            }
            left = next;
        }
        return Optional.of(left);
    }

    /** What is in both. */
    List<Box> and(Reach other) {
        List<Box> both = new ArrayList<>();
        for (Box mine : boxes) {
            for (Box theirs : other.boxes) {
                mine.and(theirs).ifPresent(both::add);
                if (both.size() > MOST) {
                    return both;
                }
            }
        }
        return both;
    }

    /** Conditions taken apart into boxes. */
    private record Conditions(Rule rule, RuleSheet sheet, World world) {

        /** The arrivals that meet the condition, or that do not. */
        List<Box> met(Condition condition, boolean wanted) {
            return switch (condition) {
                case Condition.Came(var by) -> one(world.event, world.events(by::contains), wanted);
                case Condition.From(var parties) -> one(world.author, world.of(parties), wanted);
                case Condition.HandedInBy(var parties) -> one(world.uploader, world.of(parties), wanted);
                case Condition.HasFormat(var formats) -> one(world.formats, world.formats(formats), wanted);
                case Condition.Sized(long least, long most) -> one(world.size, world.sizes(least, most), wanted);
                case Condition.FieldIs(String field, var values) -> one(world.field(field, rule, sheet), world.values(field, values),
                        wanted);
                case Condition.Named(String pattern) -> {
                    BitSet fits = new BitSet();
                    fits.set(0);
                    yield one(World.name(pattern), fits, wanted);
                }
                case Condition.All(var of) -> wanted ? every(of, true) : some(of, false);
                case Condition.Any(var of) -> wanted ? some(of, true) : every(of, false);
                case Condition.None(var of) -> wanted ? every(of, false) : some(of, true);
            };
        }

        private static List<Box> one(Aspect aspect, BitSet values, boolean wanted) {
            BitSet set = aspect.all();
            if (wanted) {
                set.and(values);
            } else {
                set.andNot(values);
            }
            return Box.of(aspect, set).stream().toList();
        }

        private List<Box> every(List<Condition> of, boolean wanted) {
            List<Box> all = List.of(Box.EVERYTHING);
            for (Condition condition : of) {
                List<Box> next = new ArrayList<>();
                for (Box box : all) {
                    for (Box more : met(condition, wanted)) {
                        box.and(more).ifPresent(next::add);
                    }
                }
                if (next.size() > MOST) {
                    throw new TooIntricate();
                }
                all = next;
            }
            return all;
        }

        private List<Box> some(List<Condition> of, boolean wanted) {
            return of.stream().flatMap(condition -> met(condition, wanted).stream()).toList();
        }
    }
}
