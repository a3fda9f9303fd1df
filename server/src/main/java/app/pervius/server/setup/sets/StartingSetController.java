package app.pervius.server.setup.sets;

import app.pervius.core.number.Scheme;
import app.pervius.core.project.Code;
import app.pervius.core.project.FieldKind;
import app.pervius.server.access.Actor;
import app.pervius.server.numbers.NumberSample;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.rulefile.RuleSheetSchema;
import app.pervius.server.textfiles.FileFault;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What projects can begin with. */
@RestController
class StartingSetController {

    private final ShippedSets shipped;
    private final ChosenSets chosen;
    private final SetOfProject ofProject;
    private final Projects projects;
    private final RuleSheetSchema rules;
    private final JsonMapper json;

    StartingSetController(ShippedSets shipped, ChosenSets chosen, SetOfProject ofProject, Projects projects,
            RuleSheetSchema rules, JsonMapper json) {
        this.shipped = shipped;
        this.chosen = chosen;
        this.ofProject = ofProject;
        this.projects = projects;
        this.rules = rules;
        this.json = json;
    }

    /** A field of a set that takes codes. */
    record CodesOfSet(String field, String label, List<CodeOfSet> codes) {
    }

    record CodeOfSet(@NotNull @Size(max = 40) String code, @NotNull @Size(max = 200) String meaning) {
        Code asCode() {
            return new Code(code.strip(), meaning.strip());
        }
    }

    /**
     * What a project can begin with.
     *
     * @param pattern how its documents are numbered; absent where they are not
     * @param names how names of files are read; absent where they are not
     * @param faults what is wrong with the file, by line; all else is empty then
     */
    record OfferedSet(String key, String name, String about, List<CodesOfSet> codes, @Nullable String pattern, @Nullable String names,
            List<FileFault> faults) {
    }

    /** A set, and what is otherwise: the number of the first document is drawn with the codes of the project and the firm. */
    record SetLook(@Valid @NotNull SetEntry set, @NotNull @Size(max = 10) String project, @NotNull @Size(max = 10) String firm) {
    }

    /**
     * The first number as it would be; a fault instead where there can be none.
     *
     * @param names how names of files would be read; absent where they are not
     * @param example a name that would be read so; absent where there is none
     */
    record SetLooked(List<NumberSample.SamplePiece> number, @Nullable String fault, @Nullable String names, @Nullable String example) {
    }

    /** The sets that come with Pervius. */
    @GetMapping("/api/entrance/starting-sets")
    List<OfferedSet> offered() {
        return shipped.all().entrySet().stream().map(e -> view(e.getKey(), e.getValue())).toList();
    }

    /** Draws the first number of a set that comes with Pervius, as changed. */
    @PostMapping("/api/entrance/starting-sets/looks")
    SetLooked look(@Valid @RequestBody SetLook look) {
        if (look.set().file() != null) {
            throw Refused.forbidden("Files are looked at for who is signed in.");
        }
        return drawn(look);
    }

    /** A file as a set, or what is wrong with it. */
    record SetFile(@NotNull @Size(max = 500_000) String file) {
    }

    @PostMapping("/api/starting-sets/files")
    OfferedSet read(@Valid @RequestBody SetFile entry, Actor actor) {
        actor.mustAdminister();
        List<FileFault> faults = chosen.faults(entry.file());
        return faults.isEmpty() ? view("", chosen.of(new SetEntry(null, entry.file(), Map.of(), null, null)))
                : new OfferedSet("", "", "", List.of(), null, null, faults);
    }

    @PostMapping("/api/starting-sets/looks")
    SetLooked lookAt(@Valid @RequestBody SetLook look, Actor actor) {
        actor.mustAdminister();
        return drawn(look);
    }

    /** A project as a starting set (YAML 1.2, UTF-8); its first lines say what was left out. */
    @GetMapping(path = "/api/projects/{project}/starting-set", produces = "application/yaml")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/yaml", schema = @Schema(type = "string")))
    ResponseEntity<byte[]> out(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        return ResponseEntity.ok().contentType(MediaType.parseMediaType("application/yaml")).header("Content-Disposition",
                ContentDisposition.attachment().filename(projects.settings(project).code() + " starting set.yaml", StandardCharsets.UTF_8)
                        .build().toString()).body(ofProject.write(project).getBytes(StandardCharsets.UTF_8));
    }

    private SetLooked drawn(SetLook look) {
        StartingSet set = chosen.of(look.set());
        String names = set.rules().names().orElse(null);
        String example = set.rules().names().flatMap(pattern -> NamesOfFiles.example(pattern, set.fields())).orElse(null);
        if (set.schemes().isEmpty()) {
            return new SetLooked(List.of(), null, names, example);
        }
        Scheme scheme = set.schemes().getFirst();
        return switch (NumberSample.first(scheme, set.fields(), look.project(), look.firm())) {
            case NumberSample.First.Drawn(List<NumberSample.SamplePiece> pieces) -> new SetLooked(pieces, null, names, example);
            case NumberSample.First.Faulty(String sentence) -> new SetLooked(List.of(), sentence, names, example);
        };
    }

    private static OfferedSet view(String key, StartingSet set) {
        return new OfferedSet(key, set.name(), set.about(), set.fields().stream().filter(f -> f.kind() instanceof FieldKind.CodeList)
                .map(f -> new CodesOfSet(f.key(), f.label(), ((FieldKind.CodeList) f.kind()).codes().stream()
                        .map(c -> new CodeOfSet(c.code(), c.meaning())).toList())).toList(),
                set.schemes().isEmpty() ? null : set.schemes().getFirst().pattern(), set.rules().names().orElse(null), List.of());
    }

    /** What a starting set may say (JSON Schema 2020-12); its rules are a rule sheet, whose schema comes with it. */
    @GetMapping(path = "/api/starting-set.schema.json", produces = "application/schema+json")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/schema+json", schema = @Schema(type = "object")))
    ResponseEntity<JsonNode> schema() throws IOException {
        ObjectNode schema = (ObjectNode) json.readTree(new ClassPathResource("starting-set.schema.json").getContentAsByteArray());
        ((ObjectNode) schema.get("$defs")).set("rule-sheet", rules.schema());
        return ResponseEntity.ok().contentType(MediaType.parseMediaType("application/schema+json")).body(schema);
    }
}
