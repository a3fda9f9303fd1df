package app.pervius.server.kinds;

import app.pervius.core.identify.Check;
import app.pervius.core.issue.Targets;
import app.pervius.core.kind.Kinds;
import app.pervius.core.kind.Part;
import app.pervius.core.kind.Thing;
import app.pervius.core.rules.Conditions;
import app.pervius.core.tell.Audiences;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.TellPlan;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What rules can be made of, so that an editor can draw itself. */
@RestController
class KindController {

    /** What a part looks like. */
    enum Shape { WORDS, PATTERN, ADDRESS, TEXT, SIZE, SOME, ONE, FIELD, FIELD_VALUES, GROUP, PLACE }

    /** A word that can be chosen. */
    record WordView(String name, String label) {
    }

    /**
     * A part of a kind.
     *
     * @param word what is chosen here
     * @param options the words to choose from; empty where it is not made of words
     * @param most the most characters of a text; absent of what is none
     * @param thing what it names; absent where it names nothing
     * @param open whether it may be absent, which means any
     */
    record PartView(String key, String word, Shape shape, List<WordView> options, @Nullable Integer most, @Nullable Thing thing,
            boolean open) {
        static PartView of(Part part) {
            return switch (part) {
                case Part.Words words -> new PartView(part.key(), part.word(), Shape.WORDS, words.options().stream()
                        .map(w -> new WordView(w.name(), w.label())).toList(), null, null, false);
                case Part.Text text -> new PartView(part.key(), part.word(), switch (text.use()) {
                    case PATTERN -> Shape.PATTERN;
                    case ADDRESS -> Shape.ADDRESS;
                    case KEY, NAME -> Shape.TEXT;
                }, List.of(), text.most(), null, false);
                case Part.Size size -> new PartView(part.key(), part.word(), Shape.SIZE, List.of(), null, null, size.open());
                case Part.Some some -> new PartView(part.key(), part.word(), Shape.SOME, List.of(), null, some.thing(), false);
                case Part.One one -> new PartView(part.key(), part.word(), Shape.ONE, List.of(), null, one.thing(), false);
                case Part.FieldKey field -> new PartView(part.key(), part.word(), Shape.FIELD, List.of(), null, null, false);
                case Part.FieldValues values -> new PartView(part.key(), part.word(), Shape.FIELD_VALUES, List.of(), null, null, false);
                case Part.Group group -> new PartView(part.key(), part.word(), Shape.GROUP, List.of(), null, null, false);
                case Part.Placed placed -> new PartView(part.key(), part.word(), Shape.PLACE, List.of(), null, null, false);
            };
        }
    }

    /** A kind with what people choose it by. */
    record KindView(String key, String word, List<PartView> parts) {
    }

    /**
     * All kinds of conditions, audiences and targets, the occasions rules speak on and what may speak against an
     * arrival, in the order in which they are offered.
     *
     * @param deepest how deep groups of conditions may stand in groups
     */
    record RuleKinds(List<KindView> conditions, int deepest, List<KindView> audiences, List<KindView> targets,
            List<OccasionView> occasions, List<CheckView> checks) {
    }

    /**
     * Something that may speak against an arrival.
     *
     * @param with the files it is about, behind “a file with”
     * @param hint what else people should know of it; may be empty
     * @param usual the name of what is done unless a rule says otherwise
     * @param options what can be done, behind the files it is about
     */
    record CheckView(String key, String with, String hint, String usual, List<WordView> options) {
        static CheckView of(Check<?> check) {
            return new CheckView(check.key(), check.with(), check.hint(), check.usual().name(), check.options().stream()
                    .map(o -> new WordView(o.value().name(), o.choice())).toList());
        }
    }

    /** An occasion a rule may speak on, with what rules call it, and whether it may put copies then. */
    record OccasionView(Occasion occasion, String word, boolean copies) {
    }

    private static final RuleKinds ALL = new RuleKinds(views(Conditions.KINDS), Conditions.KINDS.deepest(), views(Audiences.KINDS),
            views(Targets.KINDS), TellPlan.OCCASIONS.stream().map(o -> new OccasionView(o, o.onRule().orElseThrow(),
                    TellPlan.COPYING.contains(o))).toList(),
            Check.ALL.stream().<CheckView>map(CheckView::of).toList());

    @GetMapping("/api/rule-kinds")
    RuleKinds all() {
        return ALL;
    }

    private static List<KindView> views(Kinds<?> kinds) {
        return kinds.all().stream().map(kind -> new KindView(kind.key(), kind.word(), kind.parts().stream().map(PartView::of).toList()))
                .toList();
    }
}
