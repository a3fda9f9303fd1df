package app.pervius.bench;

import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Reading;
import app.pervius.core.project.Code;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.Fields;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.ToIntFunction;
import java.util.regex.Matcher;

/** Reading names apart with a pattern, against a regular expression that gives the same groups. */
final class PatternRate implements Bench.Part {

    private static final int ROUNDS = 15;
    private static final List<Code> ORIGINATORS = codes("FNK", "ALD", "BRK", "DNM", "KWB", "FNKX");
    private static final List<Code> DISCIPLINES = codes("H", "C", "E", "M", "S");
    private static final List<Code> TYPES = codes("DR", "CA", "SP", "MS", "IT", "DS", "RP");
    private static final Fields FIELDS = new Fields(List.of(
            new Field("originator", "Originator", new FieldKind.CodeList(ORIGINATORS), 10),
            new Field("discipline", "Discipline", new FieldKind.CodeList(DISCIPLINES), 3),
            new Field("type", "Document type", new FieldKind.CodeList(TYPES), 3), new Field("serial", "Serial", new FieldKind.Digits(), 6),
            new Field("title", "Title", new FieldKind.Text(), 80)));
    private static final Pattern PATTERN = Pattern.sound("KWR-{originator}-{discipline}-{type}-{serial:4}[_{title}]", FIELDS);
    private static final java.util.regex.Pattern EXPRESSION = java.util.regex.Pattern.compile(
            "KWR-(FNKX|FNK|ALD|BRK|DNM|KWB)-([HCEMS])-(DR|CA|SP|MS|IT|DS|RP)-([0-9]{4})(?:_([^/\\\\\\p{Cntrl}]{1,80}))?");

    private final int names;

    PatternRate(double scale) {
        names = (int) (100_000 * scale);
    }

    private static List<Code> codes(String... codes) {
        return java.util.Arrays.stream(codes).map(code -> new Code(code, code)).toList();
    }

    @Override
    public List<Measure> measure() {
        List<String> all = make();
        List<Double> ours = new ArrayList<>();
        List<Double> theirs = new ArrayList<>();
        for (int round = 0; round < ROUNDS; round++) {
            ours.add(seconds(all, PatternRate::byPattern));
            theirs.add(seconds(all, PatternRate::byExpression));
        }
        return List.of(Measure.atMost("p", "reading " + names + " names with a pattern, median of " + ROUNDS + " rounds, ms",
                Crowd.median(ours) * 1000,
                "java.util.regex", Crowd.median(theirs) * 1000, 3));
    }

    /** Seconds for all names; both must find as many characters in the fields. */
    private static double seconds(List<String> all, ToIntFunction<String> read) {
        long begin = System.nanoTime();
        long characters = 0;
        for (String name : all) {
            characters += read.applyAsInt(name);
        }
        double seconds = Crowd.since(begin);
        if (characters != all.stream().mapToLong(PatternRate::byExpression).sum()) {
            throw new IllegalStateException("the pattern and the expression read differently");
        }
        return seconds;
    }

    private static int byPattern(String name) {
        return PATTERN.read(name) instanceof Reading.Fits fits ? fits.values().byKey().values().stream().mapToInt(String::length).sum() : 0;
    }

    private static int byExpression(String name) {
        Matcher matcher = EXPRESSION.matcher(name);
        if (!matcher.matches()) {
            return 0;
        }
        int characters = 0;
        for (int group = 1; group <= matcher.groupCount(); group++) {
            String value = matcher.group(group);
            characters += value == null ? 0 : value.length();
        }
        return characters;
    }

    /** One in ten does not fit. */
    private List<String> make() {
        Random random = new Random(5);
        List<String> all = new ArrayList<>();
        for (int i = 0; i < names; i++) {
            String name = "KWR-" + any(ORIGINATORS, random) + "-" + any(DISCIPLINES, random) + "-" + any(TYPES, random) + "-"
                    + "%04d".formatted(random.nextInt(10_000));
            all.add(i % 10 == 0 ? name.replace("KWR-", "KW-") : i % 3 == 0 ? name : name + "_Inlet screen and trash rack " + i);
        }
        return all;
    }

    private static String any(List<Code> codes, Random random) {
        return codes.get(random.nextInt(codes.size())).code();
    }
}
