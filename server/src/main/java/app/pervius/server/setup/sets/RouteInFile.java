package app.pervius.server.setup.sets;

import app.pervius.core.project.RoleId;
import app.pervius.core.review.Chase;
import app.pervius.core.review.Completion;
import app.pervius.core.review.Condition;
import app.pervius.core.review.Leads;
import app.pervius.core.review.Matrix;
import app.pervius.core.review.Needs;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.server.textfiles.FilePart;
import app.pervius.server.textfiles.FileWords;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;

/** A route in a starting set: roles by their names; people and firms, whom another project does not have, are not in it. */
final class RouteInFile {

    private static final int NAME = 120;
    private static final int MOST_DAYS = 250;

    private RouteInFile() {
    }

    /** @param role what a role is called */
    static Map<String, Object> write(Route route, Function<RoleId, String> role) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("key", route.key());
        says.put("name", route.name());
        says.put("own-firm-decides", route.ownFirmDecides());
        says.put("files-go-alone", route.filesGoAlone());
        route.lead().ifPresent(lead -> says.put("lead", who(lead, role)));
        if (!route.senders().isEmpty()) {
            says.put("sent-by", route.senders().stream().map(role).toList());
        }
        says.put("steps", route.steps().stream().map(step -> step(step, role)).toList());
        if (!route.completion().values().isEmpty()) {
            says.put("sets", new TreeMap<>(route.completion().values()));
        }
        if (!route.completion().statusCodes().isEmpty()) {
            says.put("status-codes", digits(route.completion().statusCodes()));
        }
        return says;
    }

    private static Map<String, Object> step(Step step, Function<RoleId, String> role) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("name", step.name());
        says.put("kind", FileWords.of(step.kind()));
        says.put("who", step.who().stream().map(who -> who(who, role)).toList());
        says.put("needs", switch (step.needs()) {
            case Needs.Any() -> "any";
            case Needs.All() -> "all";
            case Needs.AtLeast(int people) -> people;
        });
        says.put("drawing", FileWords.of(step.drawing()));
        says.put("working-days", step.workingDays());
        step.when().ifPresent(when -> says.put("when", switch (when) {
            case Condition.FieldIs(String field, List<String> values) -> ordered("field", field, "is", values);
            case Condition.FieldIsNot(String field, List<String> values) -> ordered("field", field, "is-not", values);
            case Condition.FromCycle(int cycle) -> Map.of("from-cycle", cycle);
        }));
        if (!step.leads().isEmpty()) {
            Map<String, Object> leads = new TreeMap<>();
            step.leads().forEach((code, to) -> leads.put("decided-" + code, switch (to) {
                case Leads.On() -> "on";
                case Leads.End() -> "end";
                case Leads.Back() -> "back";
                case Leads.ToStep(int at) -> Map.of("to-step", at + 1);
            }));
            says.put("leads", leads);
        }
        says.put("chase", chase(step.chase(), role));
        return says;
    }

    private static Map<String, Object> chase(Chase chase, Function<RoleId, String> role) {
        Map<String, Object> says = ordered("remind-before", chase.remindBefore(), "remind-after", chase.remindAfter());
        if (chase.escalateAfter() > 0) {
            says.put("escalate-after", chase.escalateAfter());
            says.put("escalate-to", chase.escalateTo().stream().map(role).toList());
        }
        says.put("silence", switch (chase.silence()) {
            case Chase.Silence.Wait() -> "waits";
            case Chase.Silence.CountsAs(int code, int days) -> ordered("counts-as", code, "days-after", days);
            case Chase.Silence.Skip(int days) -> Map.of("skipped-after", days);
        });
        return says;
    }

    private static Map<String, Object> who(Who who, Function<RoleId, String> role) {
        return switch (who) {
            case Who.InRole(RoleId id) -> Map.of("role", role.apply(id));
            case Who.ByMatrix(Matrix.Duty duty) -> Map.of("matrix", FileWords.of(duty));
            case Who.InField(String field) -> Map.of("field", field);
            case Who.Person person -> throw new IllegalStateException("a person is of one project only");
        };
    }

    private static Map<String, Object> ordered(String a, Object of, String b, Object its) {
        Map<String, Object> both = new LinkedHashMap<>();
        both.put(a, of);
        both.put(b, its);
        return both;
    }

    private static Map<String, Object> digits(Map<Integer, String> all) {
        Map<String, Object> byCode = new TreeMap<>();
        all.forEach((code, text) -> byCode.put("decided-" + code, text));
        return byCode;
    }

    /** @param role finds a role by its name */
    static Optional<Route> read(FilePart part, Function<String, Optional<RoleId>> role) {
        if (!part.mapping("A route")) {
            return Optional.empty();
        }
        String key = part.need("key").flatMap(p -> p.text("The key of a route", 60)).orElse("");
        String name = part.need("name").flatMap(p -> p.text("The name of a route", NAME)).orElse("");
        boolean own = yes(part, "own-firm-decides");
        boolean alone = yes(part, "files-go-alone");
        Optional<Who> lead = part.find("lead").flatMap(p -> who(p, role));
        List<RoleId> senders = part.find("sent-by").map(p -> p.list("“sent-by”", s -> s.named("role", role))).orElse(List.of());
        List<Step> steps = part.need("steps").map(p -> p.list("“steps”", s -> step(s, role))).orElse(List.of());
        Map<String, String> sets = new LinkedHashMap<>();
        part.find("sets").filter(p -> p.mapping("“sets”")).ifPresent(p -> p.keys()
                .forEach(field -> p.find(field).flatMap(v -> v.text("A value", 200)).ifPresent(value -> sets.put(field, value))));
        Map<Integer, String> codes = new LinkedHashMap<>();
        part.find("status-codes").filter(p -> p.mapping("“status-codes”")).ifPresent(p -> byCode(p, (code, its) ->
                its.text("A status code", 20).ifPresent(status -> codes.put(code, status))));
        part.nothingElse();
        if (!key.matches("[a-z][a-z0-9-]{0,59}")) {
            part.wrong("The key of a route is made of lower-case letters, digits and hyphens.");
        }
        if (steps.isEmpty() || steps.getLast().kind() != Step.Kind.APPROVAL) {
            part.wrong("A route has steps, the last of them an approval.");
        }
        return Optional.of(new Route(key, name, 1, steps, own, alone, lead, senders, List.of(), List.of(), new Completion(sets, codes)));
    }

    private static boolean yes(FilePart part, String key) {
        return part.find(key).flatMap(p -> p.yesOrNo("“" + key + "”")).orElse(false);
    }

    private static int days(FilePart part, String key, int usual) {
        Optional<FilePart> said = part.find(key);
        long days = said.flatMap(p -> p.count("“" + key + "”")).orElse((long) usual);
        if (days > MOST_DAYS) {
            said.ifPresent(p -> p.wrong("“" + key + "” is at most " + MOST_DAYS + " working days."));
            return usual;
        }
        return (int) days;
    }

    private interface Coded {
        void read(int code, FilePart its);
    }

    private static void byCode(FilePart part, Coded coded) {
        for (int code = 1; code <= 4; code++) {
            int digit = code;
            part.find("decided-" + code).ifPresent(p -> coded.read(digit, p));
        }
        part.nothingElse();
    }

    private static Optional<Step> step(FilePart part, Function<String, Optional<RoleId>> role) {
        if (!part.mapping("A step")) {
            return Optional.empty();
        }
        String name = part.need("name").flatMap(p -> p.text("The name of a step", NAME)).orElse("");
        Step.Kind kind = part.need("kind").flatMap(p -> p.word("“kind”", Step.Kind.class)).orElse(Step.Kind.REVIEW);
        List<Who> sitting = part.need("who").map(p -> p.list("“who”", w -> who(w, role))).orElse(List.of());
        Needs needs = part.find("needs").map(RouteInFile::needs).orElse(new Needs.Any());
        Step.Drawing drawing = part.find("drawing").flatMap(p -> p.word("“drawing”", Step.Drawing.class)).orElse(Step.Drawing.WORST);
        int days = Math.max(1, days(part, "working-days", 5));
        Optional<Condition> when = part.find("when").filter(p -> p.mapping("“when”")).flatMap(RouteInFile::when);
        Map<Integer, Leads> leads = new LinkedHashMap<>();
        part.find("leads").filter(p -> p.mapping("“leads”")).ifPresent(p -> byCode(p, (code, its) ->
                leads(its).ifPresent(to -> leads.put(code, to))));
        Chase chase = part.find("chase").filter(p -> p.mapping("“chase”")).map(p -> chase(p, role)).orElse(Chase.USUAL);
        part.nothingElse();
        return Optional.of(new Step(name, kind, sitting, needs, drawing, days, when, leads, chase));
    }

    private static Needs needs(FilePart part) {
        String said = part.text("“needs”", 10).orElse("any");
        if (said.matches("[1-9]\\d?")) {
            return new Needs.AtLeast(Integer.parseInt(said));
        }
        if (!said.matches("any|all")) {
            part.wrong("“needs” is any, all, or how many have to answer.");
        }
        return said.equals("all") ? new Needs.All() : new Needs.Any();
    }

    private static Optional<Condition> when(FilePart part) {
        Optional<FilePart> cycle = part.find("from-cycle");
        if (cycle.isPresent()) {
            part.nothingElse();
            return cycle.flatMap(p -> p.count("“from-cycle”")).map(n -> new Condition.FromCycle((int) Math.min(1000, n)));
        }
        Optional<String> field = part.need("field").flatMap(p -> p.text("The key of a field", 60));
        Optional<List<String>> is = part.find("is").map(p -> p.list("“is”", v -> v.text("A value", 200)));
        Optional<List<String>> isNot = part.find("is-not").map(p -> p.list("“is-not”", v -> v.text("A value", 200)));
        part.nothingElse();
        if (is.isPresent() == isNot.isPresent()) {
            part.wrong("Here stands either “is” or “is-not”.");
        }
        return field.map(key -> is.<Condition>map(values -> new Condition.FieldIs(key, values))
                .orElseGet(() -> new Condition.FieldIsNot(key, isNot.orElse(List.of()))));
    }

    private static Optional<Leads> leads(FilePart part) {
        if (part.isMapping()) {
            Optional<Leads> to = part.need("to-step").flatMap(p -> p.count("“to-step”"))
                    .map(n -> new Leads.ToStep((int) Math.max(0, Math.min(20, n) - 1)));
            part.nothingElse();
            return to;
        }
        return part.text("“on”, “end”, “back”", 10).flatMap(said -> {
            switch (said) {
                case "on":
                    return Optional.of(new Leads.On());
                case "end":
                    return Optional.of(new Leads.End());
                case "back":
                    return Optional.of(new Leads.Back());
                default:
                    part.wrong("A code leads on, end, back, or to-step with the number of an earlier step.");
                    return Optional.empty();
            }
        });
    }

    private static Chase chase(FilePart part, Function<String, Optional<RoleId>> role) {
        int before = days(part, "remind-before", 0);
        int after = days(part, "remind-after", 0);
        int escalate = days(part, "escalate-after", 0);
        List<RoleId> to = part.find("escalate-to").map(p -> p.list("“escalate-to”", r -> r.named("role", role))).orElse(List.of());
        Chase.Silence silence = part.find("silence").map(RouteInFile::silence).orElse(new Chase.Silence.Wait());
        part.nothingElse();
        return new Chase(before, after, escalate, to, silence);
    }

    private static Chase.Silence silence(FilePart part) {
        if (!part.isMapping()) {
            if (part.text("“silence”", 10).filter("waits"::equals).isEmpty()) {
                part.wrong("Silence waits, counts-as a code, or is skipped-after so many days.");
            }
            return new Chase.Silence.Wait();
        }
        if (part.find("skipped-after").isPresent()) {
            int after = days(part, "skipped-after", 0);
            part.nothingElse();
            return new Chase.Silence.Skip(after);
        }
        int code = part.need("counts-as").flatMap(p -> p.count("“counts-as”")).map(Long::intValue).orElse(1);
        int after = days(part, "days-after", 0);
        part.nothingElse();
        if (code < 1 || code > 4) {
            part.wrong("Silence counts as one of the codes 1 to 4.");
        }
        return new Chase.Silence.CountsAs(code, after);
    }

    private static Optional<Who> who(FilePart part, Function<String, Optional<RoleId>> role) {
        Optional<String> kind = part.onlyKey("Who is meant");
        return kind.flatMap(key -> switch (key) {
            case "role" -> part.find(key).flatMap(p -> p.named("role", role)).map(Who.InRole::new);
            case "matrix" -> part.find(key).flatMap(p -> p.word("“matrix”", Matrix.Duty.class)).map(Who.ByMatrix::new);
            case "field" -> part.find(key).flatMap(p -> p.text("The key of a field", 60)).map(Who.InField::new);
            default -> {
                part.wrong("Somebody is meant by role, matrix or field, not by “" + FilePart.shown(key) + "”.");
                yield Optional.empty();
            }
        });
    }
}
