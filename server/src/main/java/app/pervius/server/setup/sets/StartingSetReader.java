package app.pervius.server.setup.sets;

import app.pervius.core.number.Scheme;
import app.pervius.core.project.Code;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.InformationState;
import app.pervius.core.project.RoleId;
import app.pervius.core.project.StatusCode;
import app.pervius.core.register.RevisionSequence;
import app.pervius.core.register.RevisionSequences;
import app.pervius.core.review.Matrix;
import app.pervius.core.review.Route;
import app.pervius.server.people.RoleRights;
import app.pervius.server.projects.WorkingDays;
import app.pervius.server.textfiles.FilePart;
import app.pervius.server.textfiles.TextFile;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** Reads a starting set; what is wrong with it is noted with its line. Its rule sheet is read once the folders and roles it names exist. */
public final class StartingSetReader {

    private static final int NAME = 200;
    private static final int MOST = 500;
    private static final int DEEPEST = 8;

    private final String text;
    private final List<StartingSet.RoleOfSet> roles = new ArrayList<>();
    private int folders;

    private StartingSetReader(String text) {
        this.text = text;
    }

    public static TextFile.Read<StartingSet> read(String text) {
        return TextFile.read(text, new StartingSetReader(text)::set);
    }

    private StartingSet set(FilePart root) {
        if (!root.mapping("A starting set")) {
            return new StartingSet("", "", List.of(), List.of(), List.of(), Optional.empty(), Optional.empty(), List.of(), List.of(),
                    List.of(), new StartingSet.Reviewing(Optional.empty(), List.of()), StartingSet.Rules.NONE);
        }
        root.need("starting-set").ifPresent(form -> form.count("The form of the file").filter(n -> n != StartingSetWriter.FORM)
                .ifPresent(n -> form.wrong("Only form " + StartingSetWriter.FORM + " of starting sets is read, not " + n + ".")));
        String name = root.need("name").flatMap(p -> p.text("The name of a set", NAME)).orElse("");
        String about = root.find("about").flatMap(p -> p.text("“about”", 2000)).orElse("");
        List<Field> fields = root.need("fields").map(p -> p.list("“fields”", StartingSetReader::field)).orElse(List.of());
        Set<String> keys = new HashSet<>();
        fields.stream().map(Field::key).filter(key -> !keys.add(key)).forEach(key -> root.wrong("Two fields have the key “" + key + "”."));
        List<StatusCode> status = root.find("status-codes").map(p -> p.list("“status-codes”", StartingSetReader::status)).orElse(List.of());
        List<StartingSet.Decided> decisions = root.need("decision-codes").map(this::decisions).orElse(List.of());
        Optional<WorkingDays> days = root.find("working-days").filter(p -> p.mapping("“working-days”")).flatMap(StartingSetReader::days);
        Optional<RevisionSequences> sequences = root.find("revision-sequences").flatMap(StartingSetReader::sequences);
        root.need("roles").ifPresent(p -> roles.addAll(p.list("“roles”", StartingSetReader::role)));
        if (roles.stream().noneMatch(r -> r.may().controls())) {
            root.wrong("One of the roles has to control the project.");
        }
        List<StartingSet.FolderOfSet> tree = root.need("folders").map(p -> p.list("“folders”", f -> folder(f, 1))).orElse(List.of());
        Optional<Matrix> matrix = root.find("matrix").flatMap(p -> MatrixInFile.read(p, this::roleOf, fields.stream().map(Field::key)
                .toList()));
        List<Scheme> schemes = root.find("schemes").map(p -> p.list("“schemes”", StartingSetReader::scheme)).orElse(List.of());
        List<Route> routes = root.find("routes").map(p -> p.list("“routes”", r -> RouteInFile.read(r, this::roleOf))).orElse(List.of());
        StartingSet.Rules rules = root.find("rules").map(p -> new StartingSet.Rules(text, NamesOfFiles.in(p), true))
                .orElse(StartingSet.Rules.NONE);
        root.nothingElse();
        return new StartingSet(name, about, fields, status, decisions, days, sequences, List.copyOf(roles), tree, schemes,
                new StartingSet.Reviewing(matrix, routes), rules);
    }

    private Optional<RoleId> roleOf(String name) {
        for (int i = 0; i < roles.size(); i++) {
            if (roles.get(i).name().equals(name)) {
                return Optional.of(StartingSet.role(i));
            }
        }
        return Optional.empty();
    }

    private static boolean yes(FilePart part, String key) {
        return part.find(key).flatMap(p -> p.yesOrNo("“" + key + "”")).orElse(false);
    }

    private static String text(FilePart part, String key, int most) {
        return part.need(key).flatMap(p -> p.text("“" + key + "”", most)).orElse("");
    }

    private static Optional<Field> field(FilePart part) {
        if (!part.mapping("A field")) {
            return Optional.empty();
        }
        String key = text(part, "key", 40);
        String label = text(part, "label", 80);
        int width = part.find("width").flatMap(p -> p.count("“width”")).map(n -> (int) Math.max(1, Math.min(200, n))).orElse(40);
        List<Code> codes = part.find("codes").map(p -> p.list("“codes”", StartingSetReader::code)).orElse(List.of());
        FieldKind kind = switch (part.need("takes").flatMap(p -> p.text("“takes”", 20)).orElse("text")) {
            case "codes" -> new FieldKind.CodeList(codes);
            case "digits" -> new FieldKind.Digits();
            case "letters" -> new FieldKind.Letters();
            case "date" -> new FieldKind.Date();
            case "text" -> new FieldKind.Text();
            default -> {
                part.find("takes").ifPresent(p -> p.wrong("A field takes codes, digits, letters, date or text."));
                yield new FieldKind.Text();
            }
        };
        part.nothingElse();
        boolean sound = key.matches("[a-z][a-z0-9_]{0,39}");
        if (!sound) {
            part.wrong("The key of a field is made of lower-case letters, digits and _.");
        }
        if (kind instanceof FieldKind.CodeList && codes.isEmpty()) {
            part.wrong("A field that takes codes has at least one.");
            sound = false;
        }
        if (!sound) {
            return Optional.empty();
        }
        return Optional.of(new Field(key, label, kind, width));
    }

    private static Optional<Code> code(FilePart part) {
        if (!part.mapping("A code")) {
            return Optional.empty();
        }
        Optional<String> said = codeOf(part, 40);
        String meaning = text(part, "meaning", NAME);
        boolean retired = yes(part, "retired");
        part.nothingElse();
        return said.map(code -> new Code(code, meaning, retired));
    }

    private static Optional<String> codeOf(FilePart part, int most) {
        Optional<String> said = part.need("code").flatMap(p -> p.text("“code”", most));
        if (said.filter(String::isBlank).isPresent()) {
            part.wrong("A code is at least one character.");
        }
        return said.filter(code -> !code.isBlank());
    }

    private static Optional<StatusCode> status(FilePart part) {
        if (!part.mapping("A status code")) {
            return Optional.empty();
        }
        Optional<String> said = codeOf(part, 20);
        String meaning = text(part, "meaning", NAME);
        Set<InformationState> states = new LinkedHashSet<>(part.need("in").map(p -> p.list("“in”", s -> s.word("“in”",
                InformationState.class))).orElse(List.of()));
        part.nothingElse();
        return said.map(code -> new StatusCode(code, meaning, states));
    }

    private List<StartingSet.Decided> decisions(FilePart part) {
        List<StartingSet.Decided> all = part.list("“decision-codes”", StartingSetReader::decision);
        if (!all.stream().map(d -> d.code().digit()).sorted().toList().equals(List.of(1, 2, 3, 4))) {
            part.wrong("A project has the decision codes 1, 2, 3 and 4, each once.");
        }
        return all;
    }

    private static Optional<StartingSet.Decided> decision(FilePart part) {
        if (!part.mapping("A decision code")) {
            return Optional.empty();
        }
        int digit = part.need("digit").flatMap(p -> p.count("“digit”")).map(n -> (int) Math.min(9, n)).orElse(0);
        if (digit < 1 || digit > 4) {
            part.wrong("A decision code is 1, 2, 3 or 4.");
            return Optional.empty();
        }
        DecisionCode code = new DecisionCode(digit, text(part, "name", 60), text(part, "short", 8), yes(part, "work-may-go-on"),
                yes(part, "must-come-again"), yes(part, "comment-required"), Optional.empty());
        Optional<StartingSet.IssuedTo> to = part.find("issued-to").filter(p -> p.mapping("“issued-to”")).map(p -> {
            StartingSet.IssuedTo read = new StartingSet.IssuedTo(text(p, "folder", MOST), p.find("status")
                    .flatMap(s -> s.text("“status”", 20)).orElse(""), p.find("path").flatMap(s -> s.text("“path”", MOST)).orElse(""));
            p.nothingElse();
            return read;
        });
        part.nothingElse();
        return Optional.of(new StartingSet.Decided(code, to));
    }

    private static Optional<WorkingDays> days(FilePart part) {
        Set<DayOfWeek> off = part.need("days-off").map(p -> p.list("“days-off”", d -> d.word("“days-off”", DayOfWeek.class)))
                .filter(list -> !list.isEmpty()).map(EnumSet::copyOf).orElseGet(() -> EnumSet.noneOf(DayOfWeek.class));
        Optional<LocalTime> from = part.need("from").flatMap(p -> moment(p, "A time such as 08:00", LocalTime::parse));
        Optional<LocalTime> to = part.need("to").flatMap(p -> moment(p, "A time such as 17:00", LocalTime::parse));
        List<WorkingDays.Holiday> holidays = part.find("holidays").map(p -> p.list("“holidays”", StartingSetReader::holiday))
                .orElse(List.of());
        part.nothingElse();
        if (off.size() == DayOfWeek.values().length || from.isPresent() && to.isPresent() && !from.get().isBefore(to.get())) {
            part.wrong("A project works on some day of the week, and its day ends after it begins.");
        }
        return from.flatMap(begin -> to.map(end -> new WorkingDays(off, begin, end, holidays)));
    }

    private static Optional<WorkingDays.Holiday> holiday(FilePart part) {
        if (!part.mapping("A holiday")) {
            return Optional.empty();
        }
        Optional<LocalDate> day = part.need("day").flatMap(p -> moment(p, "A date such as 2027-01-01", LocalDate::parse));
        String name = text(part, "name", 120);
        part.nothingElse();
        return day.map(on -> new WorkingDays.Holiday(on, name));
    }

    private static <T> Optional<T> moment(FilePart part, String what, Function<String, T> parse) {
        return part.text(what, 20).flatMap(said -> {
            try {
                return Optional.of(parse.apply(said));
            } catch (DateTimeException e) {
                part.wrong(what + " stands here, not “" + FilePart.shown(said) + "”.");
                return Optional.empty();
            }
        });
    }

    private static Optional<RevisionSequences> sequences(FilePart part) {
        List<RevisionSequence> all = part.list("“revision-sequences”", StartingSetReader::sequence);
        if (all.isEmpty()) {
            part.wrong("A project needs a revision sequence.");
            return Optional.empty();
        }
        RevisionSequences read = new RevisionSequences(all);
        read.faults().forEach(part::wrong);
        return Optional.of(read);
    }

    private static Optional<RevisionSequence> sequence(FilePart part) {
        if (!part.mapping("A revision sequence")) {
            return Optional.empty();
        }
        String key = text(part, "key", 60);
        String name = text(part, "name", 80);
        Optional<FilePart> letters = part.find("letters-without");
        boolean subSteps = yes(part, "sub-steps");
        try {
            RevisionSequence.Form form = letters.isPresent()
                    ? new RevisionSequence.Form.Letters(letters.flatMap(p -> p.text("“letters-without”", 20)).orElse(""))
                    : new RevisionSequence.Form.Counted(part.find("prefix").flatMap(p -> p.text("“prefix”", 3)).orElse(""),
                    part.find("width").flatMap(p -> p.count("“width”")).map(Long::intValue).orElse(2),
                    part.find("first").flatMap(p -> p.count("“first”")).map(Long::intValue).orElse(1));
            part.nothingElse();
            return Optional.of(new RevisionSequence(key, name, form, subSteps));
        } catch (IllegalArgumentException e) {
            part.wrong("A prefix is up to 3 capital letters, the width 1 to 3 digits, the first count 0 or 1, and left out are capital "
                    + "letters.");
            return Optional.empty();
        }
    }

    private static Optional<StartingSet.RoleOfSet> role(FilePart part) {
        if (!part.mapping("A role")) {
            return Optional.empty();
        }
        String name = text(part, "name", 120);
        List<String> may = part.need("may").map(p -> p.list("“may”", m -> m.text("What a role may", 30))).orElse(List.of());
        List<String> known = List.of("control", "see-all", "hand-in", "send-by-hand", "decide");
        may.stream().filter(m -> !known.contains(m)).forEach(m -> part.wrong("A role may " + String.join(", ", known) + "; not “"
                + FilePart.shown(m) + "”."));
        part.nothingElse();
        boolean controls = may.contains("control");
        return Optional.of(new StartingSet.RoleOfSet(name, new RoleRights(controls, controls || may.contains("see-all"), Set.of(),
                controls || may.contains("hand-in"), controls || may.contains("send-by-hand"), controls || may.contains("decide"))));
    }

    private Optional<StartingSet.FolderOfSet> folder(FilePart part, int depth) {
        if (!part.mapping("A folder")) {
            return Optional.empty();
        }
        if (depth > DEEPEST || ++folders > MOST) {
            part.wrong("A set has at most " + MOST + " folders, " + DEEPEST + " deep.");
            return Optional.empty();
        }
        String name = text(part, "name", 255);
        Optional<InformationState> state = part.find("state").flatMap(p -> p.word("“state”", InformationState.class));
        if (depth == 1 && state.isEmpty()) {
            part.wrong("A folder at the top says its “state”: work-in-progress, shared, published or archive.");
        }
        boolean firms = yes(part, "a-folder-for-each-firm");
        List<StartingSet.FolderOfSet> each = part.find("in-each-firms-folder").map(p -> {
            if (!firms) {
                p.wrong("It says what lies in the folder of each firm where “a-folder-for-each-firm” is true.");
            }
            return p.list("“in-each-firms-folder”", f -> ofFirm(f, depth + 1));
        }).orElse(List.of());
        boolean archive = yes(part, "former-revisions-go-here");
        Map<String, String> values = values(part);
        List<StartingSet.FolderOfSet> below = part.find("folders").map(p -> p.list("“folders”", f -> folder(f, depth + 1)))
                .orElse(List.of());
        part.nothingElse();
        return Optional.of(new StartingSet.FolderOfSet(name, state, firms, each, archive, values, below));
    }

    /** A folder that each firm gets: it is the firm's, and of its folder's state. */
    private Optional<StartingSet.FolderOfSet> ofFirm(FilePart part, int depth) {
        return folder(part, depth).map(its -> {
            if (!plain(its)) {
                part.wrong("A folder that each firm gets has a “name”, “values” and “folders”, and nothing else.");
            }
            return its;
        });
    }

    private static boolean plain(StartingSet.FolderOfSet folder) {
        return folder.state().isEmpty() && !folder.firms() && !folder.archive() && folder.folders().stream()
                .allMatch(StartingSetReader::plain);
    }

    private static Map<String, String> values(FilePart part) {
        Map<String, String> values = new LinkedHashMap<>();
        part.find("values").filter(p -> p.mapping("“values”")).ifPresent(p -> p.keys()
                .forEach(field -> p.find(field).flatMap(v -> v.text("A value", NAME)).ifPresent(value -> values.put(field, value))));
        return values;
    }

    private static Optional<Scheme> scheme(FilePart part) {
        if (!part.mapping("A number scheme")) {
            return Optional.empty();
        }
        String key = text(part, "key", 60);
        String name = text(part, "name", NAME);
        Scheme.Of of = part.need("numbers").flatMap(p -> p.word("“numbers”", Scheme.Of.class)).orElse(Scheme.Of.DOCUMENTS);
        String pattern = text(part, "pattern", MOST);
        List<String> per = part.find("counts-per").map(p -> p.list("“counts-per”", f -> f.text("The key of a field", 60)))
                .orElse(List.of());
        boolean yearly = yes(part, "yearly");
        long start = part.find("start").flatMap(p -> p.count("“start”")).orElse(1L);
        long step = part.find("step").flatMap(p -> p.count("“step”")).orElse(1L);
        part.nothingElse();
        if (!key.matches("[a-z][a-z0-9-]{0,59}")) {
            part.wrong("The key of a scheme is made of lower-case letters, digits and hyphens.");
        }
        return Optional.of(new Scheme(key, name, 1, of, pattern, per, yearly, start, step, List.of()));
    }
}
