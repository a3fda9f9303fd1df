package app.pervius.server.projects;

import app.pervius.core.project.Code;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.Fields;
import app.pervius.core.project.StatusCode;
import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.store.Json;
import app.pervius.server.tables.Table;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Changing what a project agrees on: its fields, their code lists and its status codes. Nothing that is used can vanish. */
@Service
@Transactional
public class ProjectDesk {

    private static final int MOST_CODES = 5_000;

    /**
     * What came of a list of codes.
     *
     * @param added codes that are new
     * @param changed codes whose meaning is another
     * @param faults what is wrong with the list; nothing was changed if there is any
     */
    record CodesTaken(int added, int changed, List<Table.TableFault> faults) {
    }

    private final ProjectRepository projects;
    private final Projects settings;
    private final List<FieldsUse> uses;
    private final Live live;

    ProjectDesk(ProjectRepository projects, Projects settings, List<FieldsUse> uses, Live live) {
        this.projects = projects;
        this.settings = settings;
        this.uses = uses;
        this.live = live;
    }

    /** Sets the fields; refused, with all reasons, when something in use would not work any more. */
    void setFields(long project, List<Field> wanted, int version, Actor actor) {
        Project row = forChange(project, version, actor);
        Fields next = sound(wanted);
        Fields now = settings.settings(project).fields();
        List<String> reasons = new ArrayList<>(uses.stream().flatMap(use -> use.against(project, next).stream()).toList());
        now.all().forEach(field -> codesGone(field, next).forEach(code -> {
            List<String> having = uses.stream().flatMap(use -> use.having(project, field.key(), code).stream()).toList();
            if (!having.isEmpty()) {
                reasons.add("The code “" + code + "” of “" + field.label() + "” is used by " + String.join(", ", having)
                        + ". Retire it instead.");
            }
        }));
        if (!reasons.isEmpty()) {
            throw Refused.conflict("fields-in-use", String.join(" ", reasons.subList(0, Math.min(5, reasons.size()))));
        }
        write(row, next.all());
    }

    private static Fields sound(List<Field> wanted) {
        if (wanted.stream().noneMatch(f -> f.key().equals("project")) || wanted.stream().noneMatch(f -> f.key().equals("originator"))) {
            throw Refused.invalid("fields", "Every project has the fields “project” and “originator”.");
        }
        Set<String> keys = new HashSet<>();
        for (Field field : wanted) {
            if (!keys.add(field.key()) || Set.of("title", "number", "revision", "status", "counter", "today").contains(field.key())) {
                throw Refused.invalid("fields", "“" + field.key() + "” is called so already; choose another key.");
            }
            if (field.kind() instanceof FieldKind.CodeList(List<Code> codes)) {
                codes(field, codes);
            }
        }
        return new Fields(wanted);
    }

    private static void codes(Field field, List<Code> codes) {
        Set<String> seen = new HashSet<>();
        if (codes.size() > MOST_CODES) {
            throw Refused.invalid("fields", "“" + field.label() + "” has more than " + MOST_CODES + " codes.");
        }
        for (Code code : codes) {
            if (!seen.add(code.code())) {
                throw Refused.invalid("fields", "“" + field.label() + "” has the code “" + code.code() + "” twice.");
            }
            wrongWith(field, code.code()).ifPresent(why -> {
                throw Refused.invalid("fields", "“" + field.label() + "”: " + why);
            });
        }
    }

    private static java.util.Optional<String> wrongWith(Field field, String code) {
        if (code.length() > field.greatestWidth()) {
            return java.util.Optional.of("the code “" + code + "” has more than " + field.greatestWidth() + " characters.");
        }
        boolean plain = code.codePoints().allMatch(c -> Character.isLetterOrDigit(c) || "._-&+ ".indexOf(c) >= 0)
                && code.equals(code.strip());
        return plain ? java.util.Optional.empty() : java.util.Optional.of("the code “" + code
                + "” may have letters, digits and . _ - & + only.");
    }

    private static List<String> codesGone(Field field, Fields next) {
        if (!(field.kind() instanceof FieldKind.CodeList(List<Code> codes))) {
            return List.of();
        }
        Set<String> kept = next.find(field.key()).map(Field::kind).filter(FieldKind.CodeList.class::isInstance)
                .map(kind -> ((FieldKind.CodeList) kind).codes().stream().map(Code::code).collect(Collectors.toSet())).orElse(Set.of());
        return codes.stream().map(Code::code).filter(code -> !kept.contains(code)).toList();
    }

    /** Takes codes over from a table with the columns code and meaning; codes that are there already get the meaning. */
    CodesTaken takeCodes(long project, String key, Table table, boolean onlyLook, Actor actor) {
        actor.mustControl(project);
        Fields fields = settings.settings(project).fields();
        Field field = fields.find(key).filter(f -> f.kind() instanceof FieldKind.CodeList).orElseThrow(() -> Refused.notFound("code list"));
        Map<String, Code> codes = new LinkedHashMap<>();
        ((FieldKind.CodeList) field.kind()).codes().forEach(code -> codes.put(code.code(), code));
        List<Table.TableFault> faults = new ArrayList<>();
        int before = codes.size();
        int changed = read(field, table, codes, faults);
        if (codes.size() > MOST_CODES) {
            faults.add(new Table.TableFault(table.rows().getLast().number(), "", "A code list has at most " + MOST_CODES + " codes."));
        }
        CodesTaken taken = new CodesTaken(codes.size() - before, changed, List.copyOf(faults));
        if (faults.isEmpty() && !onlyLook) {
            Field next = new Field(field.key(), field.label(), new FieldKind.CodeList(List.copyOf(codes.values())), field.greatestWidth());
            Project row = projects.findById(project).orElseThrow();
            setFields(project, fields.all().stream().map(f -> f.key().equals(key) ? next : f).toList(), row.version, actor);
        }
        return taken;
    }

    private static int read(Field field, Table table, Map<String, Code> codes, List<Table.TableFault> faults) {
        var codeColumn = table.column("code");
        var meaningColumn = table.column("meaning", "description", "name");
        if (codeColumn.isEmpty() || meaningColumn.isEmpty()) {
            faults.add(new Table.TableFault(1, codeColumn.isEmpty() ? "Code" : "Meaning",
                    "The first row names no column “" + (codeColumn.isEmpty() ? "Code" : "Meaning") + "”."));
            return 0;
        }
        int changed = 0;
        Set<String> inList = new HashSet<>();
        for (Table.Row row : table.rows()) {
            String code = row.cells().get(codeColumn.get());
            String meaning = row.cells().get(meaningColumn.get());
            if (code.isEmpty()) {
                faults.add(new Table.TableFault(row.number(), "Code", "A code is missing."));
            } else if (!inList.add(code)) {
                faults.add(new Table.TableFault(row.number(), "Code", "“" + code + "” stands in the list twice."));
            } else if (wrongWith(field, code).isPresent()) {
                faults.add(new Table.TableFault(row.number(), "Code", wrongWith(field, code).get()));
            } else if (meaning.isEmpty() || meaning.length() > 200) {
                faults.add(new Table.TableFault(row.number(), "Meaning", "A meaning has 1 to 200 characters."));
            } else {
                Code known = codes.get(code);
                changed += known != null && !known.meaning().equals(meaning) ? 1 : 0;
                codes.put(code, new Code(code, meaning, known != null && known.retired()));
            }
        }
        return changed;
    }

    /** Sets the status codes; one that a revision has cannot vanish, one that a rule names neither. */
    void setStatusCodes(long project, List<StatusCode> wanted, int version, Actor actor) {
        Project row = forChange(project, version, actor);
        Set<String> codes = new HashSet<>();
        wanted.forEach(code -> {
            if (!codes.add(code.code())) {
                throw Refused.invalid("statusCodes", "The status code “" + code.code() + "” stands there twice.");
            }
        });
        for (StatusCode code : settings.settings(project).statusCodes()) {
            List<String> having = codes.contains(code.code()) ? List.of()
                    : uses.stream().flatMap(use -> use.having(project, FIELD_OF_STATUS, code.code()).stream()).toList();
            if (!having.isEmpty()) {
                throw Refused.conflict("status-in-use", "The status code " + code.code() + " is used by " + String.join(", ", having)
                        + ", so it has to stay.");
            }
        }
        settings.changed();
        row.statusCodes = Json.write(wanted);
        projects.flush();
        live.changed(new Change(project, null, Live.Topic.RULES, project));
    }

    /** Sets what the four decision codes are called and what follows from them. */
    public void setDecisionCodes(long project, List<DecisionCode> wanted, int version, Actor actor) {
        Project row = forChange(project, version, actor);
        if (!wanted.stream().map(DecisionCode::digit).sorted().toList().equals(List.of(1, 2, 3, 4))) {
            throw Refused.invalid("decisionCodes", "A project has the decision codes 1, 2, 3 and 4, each once.");
        }
        Set<String> names = new HashSet<>();
        for (DecisionCode code : wanted) {
            if (!names.add(code.name().toLowerCase(java.util.Locale.ROOT))) {
                throw Refused.invalid("decisionCodes", "Two decision codes are called “" + code.name() + "”.");
            }
            code.placing().ifPresent(placing -> {
                if (settings.settings(project).statusCodes().stream().noneMatch(s -> s.code().equals(placing.statusCode()))) {
                    throw Refused.invalid("decisionCodes", "“" + code.name() + "”: the project has no status code “" + placing.statusCode()
                            + "”.");
                }
            });
        }
        settings.changed();
        row.decisionCodes = Json.write(wanted.stream().sorted(java.util.Comparator.comparing(DecisionCode::digit)).toList());
        projects.flush();
        live.changed(new Change(project, null, Live.Topic.RULES, project));
    }

    /** Sets the days and hours the project works. Due dates that stand already stay. */
    void setWorkingDays(long project, WorkingDays wanted, int version, Actor actor) {
        Project row = forChange(project, version, actor);
        if (wanted.daysOff().size() == 7) {
            throw Refused.invalid("daysOff", "At least one week day is a working day.");
        }
        if (!wanted.startOfDay().isBefore(wanted.endOfDay())) {
            throw Refused.invalid("endOfDay", "The working day has to end after it begins.");
        }
        settings.changed();
        row.workingCalendar = Json.write(new WorkingDays(wanted.daysOff(), wanted.startOfDay(), wanted.endOfDay(),
                wanted.holidays().stream().sorted(java.util.Comparator.comparing(WorkingDays.Holiday::day)).toList()));
        projects.flush();
        live.changed(new Change(project, null, Live.Topic.RULES, project));
    }

    /** What {@link FieldsUse#having} calls the status code, which is no field of its own. */
    static final String FIELD_OF_STATUS = "status";

    private Project forChange(long project, int version, Actor actor) {
        actor.mustControl(project);
        Project row = projects.findById(project).orElseThrow(() -> Refused.notFound("project"));
        if (row.version != version) {
            throw Refused.conflict("changed-meanwhile",
                    "The project's settings were changed in the meantime. Nothing of yours was saved; look at them as they are now.");
        }
        return row;
    }

    private void write(Project row, List<Field> fields) {
        settings.changed();
        row.fields = Json.write(fields);
        projects.flush();
        live.changed(new Change(row.id(), null, Live.Topic.RULES, row.id()));
    }
}
