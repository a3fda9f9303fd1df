package app.pervius.server.setup.sets;

import app.pervius.core.identify.Identify;
import app.pervius.core.number.Scheme;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Piece;
import app.pervius.core.pattern.Writing;
import app.pervius.core.project.Code;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Plan;
import app.pervius.core.rules.Rule;
import app.pervius.server.textfiles.FilePart;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * How names of files are read where a project begins with a set: the one pattern of its last handling rule that has one, as the set says,
 * as somebody has said instead, or by what the project's numbers are made of.
 */
public final class NamesOfFiles {

    private static final int MOST = 500;
    /** What a number says beside what its document is. */
    private static final Set<String> KNOWN_ANYWAY = Set.of("project", "originator", Scheme.COUNTER, Scheme.TODAY);

    private NamesOfFiles() {
    }

    /** The pattern in a file, as it stands there. */
    static Optional<String> in(FilePart rules) {
        List<String> all = new ArrayList<>();
        rules.find("rules").ifPresent(rows -> rows.list("“rules”", row -> {
            row.find("identify").flatMap(p -> p.find("names")).map(p -> p.list("“names”", name -> name.text("A pattern", MOST)))
                    .filter(names -> names.size() == 1).map(List::getFirst).ifPresent(all::add);
            return Optional.empty();
        }));
        return all.stream().reduce((one, next) -> next);
    }

    /**
     * The set's own where numbers need the same fields as by the set, or can not be made at all, else one that reads what they need:
     * those fields in the order of the number, then a title.
     */
    static String by(String ofTheSet, Scheme former, Scheme number, List<Field> fields) {
        return needed(number, fields).filter(needed -> !Optional.of(needed.keySet()).equals(needed(former, fields).map(Map::keySet)))
                .map(needed -> needed.isEmpty() ? "{title}" : String.join("-", needed.values()) + "[_{title}]").orElse(ofTheSet);
    }

    /** A name that is read so, without an ending; empty where the pattern is none or there can be no such name. */
    public static Optional<String> example(String names, List<Field> fields) {
        Fields all = Identify.nameFields(new Fields(fields));
        return Pattern.compile(names, all) instanceof Compiled.Sound(Pattern pattern)
                && pattern.write(values(pattern, all)) instanceof Writing.Written(String written) ? Optional.of(written) : Optional.empty();
    }

    /** The same rules, with the pattern in the place of the set's. */
    public static List<Rule> over(List<Rule> rules, String names, List<Field> fields) {
        List<Rule> all = new ArrayList<>(rules);
        for (int i = all.size() - 1; i >= 0; i--) {
            if (all.get(i) instanceof HandlingRule rule && rule.plan().identify().filter(p -> p.namePatterns().size() == 1).isPresent()) {
                all.set(i, over(rule, names, fields));
                break;
            }
        }
        return all;
    }

    private static HandlingRule over(HandlingRule rule, String names, List<Field> fields) {
        Plan plan = rule.plan();
        return new HandlingRule(rule.name(), example(names, fields).map(e -> "Names such as " + e + ".pdf.").orElse(""), rule.where(),
                rule.which(), new Plan(plan.identify().map(p -> p.reading(List.of(names))), plan.number(), plan.prepare(), plan.review(),
                        plan.issue(), plan.tell()));
    }

    /** The fields a number cannot be made without, in its order, as a name pattern has them; a day is a whole one in a name. */
    private static Optional<Map<String, String>> needed(Scheme number, List<Field> fields) {
        if (!(number.compile(new Fields(fields)) instanceof Compiled.Sound(Pattern pattern))) {
            return Optional.empty();
        }
        Map<String, String> needed = new LinkedHashMap<>();
        pattern.pieces().stream().filter(piece -> !piece.optional()).forEach(piece -> piece.field().ifPresent(key -> needed.put(key,
                piece.kind() == Piece.Kind.DATE ? "{" + key + ":YYYY-MM-DD}" : "{" + key + "}")));
        needed.keySet().removeAll(KNOWN_ANYWAY);
        number.sources().forEach(source -> needed.remove(source.key()));
        return Optional.of(needed);
    }

    private static FieldValues values(Pattern pattern, Fields fields) {
        Map<String, String> values = new HashMap<>();
        pattern.fieldKeys().forEach(key -> fields.find(key).ifPresent(field -> values.put(key, switch (field.kind()) {
            case FieldKind.CodeList(List<Code> codes) -> codes.stream().filter(c -> !c.retired()).findFirst().orElse(codes.getFirst())
                    .code();
            case FieldKind.Digits() -> "1";
            case FieldKind.Letters() -> "A";
            case FieldKind.Date() -> "2027-03-01";
            case FieldKind.Text() -> field.label();
        })));
        return new FieldValues(values);
    }
}
