package app.pervius.server.setup.sets;

import app.pervius.core.number.Scheme;
import app.pervius.core.project.Code;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.RoleId;
import app.pervius.core.project.StatusCode;
import app.pervius.core.register.RevisionSequence;
import app.pervius.server.people.RoleRights;
import app.pervius.server.projects.WorkingDays;
import app.pervius.server.textfiles.FileWords;
import app.pervius.server.textfiles.TextFile;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Writes a starting set as a file; the same set always gives the same text. */
final class StartingSetWriter {

    /** Which form of the file this is. */
    static final int FORM = 1;

    private StartingSetWriter() {
    }

    /** @param rules the rule sheet as a part of the file; empty for none */
    static String write(StartingSet set, Map<String, Object> rules) {
        Map<String, Object> file = new LinkedHashMap<>();
        file.put("starting-set", FORM);
        file.put("name", set.name());
        if (!set.about().isEmpty()) {
            file.put("about", set.about());
        }
        file.put("fields", set.fields().stream().map(StartingSetWriter::field).toList());
        file.put("status-codes", set.statusCodes().stream().map(StartingSetWriter::status).toList());
        file.put("decision-codes", set.decisions().stream().map(StartingSetWriter::decision).toList());
        set.days().ifPresent(days -> file.put("working-days", days(days)));
        set.sequences().ifPresent(all -> file.put("revision-sequences", all.inOrder().stream().map(StartingSetWriter::sequence).toList()));
        file.put("roles", set.roles().stream().map(StartingSetWriter::role).toList());
        file.put("folders", set.folders().stream().map(StartingSetWriter::folder).toList());
        set.reviewing().matrix().ifPresent(matrix -> file.put("matrix",
                MatrixInFile.write(matrix, role -> set.roles().get(StartingSet.place(role))
                .name())));
        file.put("schemes", set.schemes().stream().map(StartingSetWriter::scheme).toList());
        file.put("routes", set.reviewing().routes().stream().map(r -> RouteInFile.write(r, (RoleId role) -> set.roles()
                .get(StartingSet.place(role))
                .name())).toList());
        if (!rules.isEmpty()) {
            file.put("rules", rules);
        }
        return TextFile.write(file);
    }

    private static Map<String, Object> field(Field field) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("key", field.key());
        says.put("label", field.label());
        says.put("takes", switch (field.kind()) {
            case FieldKind.CodeList codes -> "codes";
            case FieldKind.Digits() -> "digits";
            case FieldKind.Letters() -> "letters";
            case FieldKind.Date() -> "date";
            case FieldKind.Text() -> "text";
        });
        says.put("width", field.greatestWidth());
        if (field.kind() instanceof FieldKind.CodeList(List<Code> codes)) {
            says.put("codes", codes.stream().map(c -> {
                Map<String, Object> one = new LinkedHashMap<>();
                one.put("code", c.code());
                one.put("meaning", c.meaning());
                if (c.retired()) {
                    one.put("retired", true);
                }
                return one;
            }).toList());
        }
        return says;
    }

    private static Map<String, Object> status(StatusCode code) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("code", code.code());
        says.put("meaning", code.meaning());
        says.put("in", code.states().stream().sorted().map(FileWords::of).toList());
        return says;
    }

    private static Map<String, Object> decision(StartingSet.Decided decided) {
        DecisionCode code = decided.code();
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("digit", code.digit());
        says.put("name", code.name());
        says.put("short", code.shortText());
        says.put("work-may-go-on", code.workMayGoOn());
        says.put("must-come-again", code.mustComeAgain());
        says.put("comment-required", code.commentRequired());
        decided.to().ifPresent(to -> {
            Map<String, Object> place = new LinkedHashMap<>();
            place.put("folder", to.folder());
            place.put("status", to.status());
            if (!to.path().isEmpty()) {
                place.put("path", to.path());
            }
            says.put("issued-to", place);
        });
        return says;
    }

    private static Map<String, Object> days(WorkingDays days) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("days-off", days.daysOff().stream().sorted().map(FileWords::of).toList());
        says.put("from", days.startOfDay().toString());
        says.put("to", days.endOfDay().toString());
        if (!days.holidays().isEmpty()) {
            says.put("holidays", days.holidays().stream().map(h -> {
                Map<String, Object> one = new LinkedHashMap<>();
                one.put("day", h.day().toString());
                one.put("name", h.name());
                return one;
            }).toList());
        }
        return says;
    }

    private static Map<String, Object> sequence(RevisionSequence sequence) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("key", sequence.key());
        says.put("name", sequence.name());
        switch (sequence.form()) {
            case RevisionSequence.Form.Counted(String prefix, int width, int first) -> {
                says.put("prefix", prefix);
                says.put("width", width);
                says.put("first", first);
            }
            case RevisionSequence.Form.Letters(String without) -> says.put("letters-without", without);
        }
        says.put("sub-steps", sequence.subSteps());
        return says;
    }

    private static Map<String, Object> role(StartingSet.RoleOfSet role) {
        RoleRights may = role.may();
        List<String> words = new ArrayList<>();
        if (may.controls()) {
            words.add("control");
        } else {
            if (may.seesAll()) {
                words.add("see-all");
            }
            if (may.handsIn()) {
                words.add("hand-in");
            }
            if (may.sendsByHand()) {
                words.add("send-by-hand");
            }
            if (may.decides()) {
                words.add("decide");
            }
        }
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("name", role.name());
        says.put("may", words);
        return says;
    }

    private static Map<String, Object> folder(StartingSet.FolderOfSet folder) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("name", folder.name());
        folder.state().ifPresent(state -> says.put("state", FileWords.of(state)));
        if (folder.firms()) {
            says.put("a-folder-for-each-firm", true);
        }
        if (!folder.each().isEmpty()) {
            says.put("in-each-firms-folder", folder.each().stream().map(StartingSetWriter::folder).toList());
        }
        if (folder.archive()) {
            says.put("former-revisions-go-here", true);
        }
        if (!folder.values().isEmpty()) {
            says.put("values", new TreeMap<>(folder.values()));
        }
        if (!folder.folders().isEmpty()) {
            says.put("folders", folder.folders().stream().map(StartingSetWriter::folder).toList());
        }
        return says;
    }

    private static Map<String, Object> scheme(Scheme scheme) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("key", scheme.key());
        says.put("name", scheme.name());
        says.put("numbers", FileWords.of(scheme.of()));
        says.put("pattern", scheme.pattern());
        says.put("counts-per", scheme.countsPer());
        says.put("yearly", scheme.yearly());
        says.put("start", scheme.start());
        says.put("step", scheme.step());
        return says;
    }
}
