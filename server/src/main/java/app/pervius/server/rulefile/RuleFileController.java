package app.pervius.server.rulefile;

import app.pervius.core.rules.Rule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.Rules;
import app.pervius.server.rules.SheetStates;
import app.pervius.server.rules.SheetTakeOver;
import app.pervius.server.textfiles.FileFault;
import app.pervius.server.textfiles.TextFile;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.parameters.RequestBody;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** The rule sheet as a file, out and in. */
@RestController
class RuleFileController {

    /** A character has at most so many bytes in UTF-8. */
    private static final int BYTES = 4;

    private final SheetStates states;
    private final Rules inForce;
    private final SheetTakeOver taking;
    private final Folders folders;
    private final People people;
    private final Projects projects;
    private final RuleSheetSchema schema;

    RuleFileController(SheetStates states, Rules inForce, SheetTakeOver taking, Folders folders, People people, Projects projects,
            RuleSheetSchema schema) {
        this.states = states;
        this.inForce = inForce;
        this.taking = taking;
        this.folders = folders;
        this.people = people;
        this.projects = projects;
        this.schema = schema;
    }

    /**
     * What came of reading a file.
     *
     * @param faults what is wrong with it, by line; nothing was changed if there is any
     * @param taken what was taken over as drafts; absent if nothing was
     */
    record FileRead(List<FileFault> faults, SheetTakeOver.@Nullable SheetTaken taken) {
    }

    /** Which state of the sheet is written out. */
    enum WhichSheet {
        /** As people work on it: with drafts in the place of what they change, rules that are off included. */
        WITH_DRAFTS("with the drafts"),
        /** What arriving files meet now: rules that are off are not in it. */
        IN_FORCE("as in force");

        private final String label;

        WhichSheet(String label) {
            this.label = label;
        }
    }

    /** The sheet in the form the published schema describes (YAML 1.2, UTF-8); its first line says which state it is. */
    @Act(kind = ActKind.EXPORTS, says = "took the rule file away")
    @GetMapping(path = "/api/projects/{project}/rules/file", produces = "application/yaml")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/yaml", schema = @Schema(type = "string")))
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> out(@PathVariable long project, @RequestParam(defaultValue = "WITH_DRAFTS") WhichSheet which,
            Actor actor) {
        actor.mustControl(project);
        RuleSheet sheet = which == WhichSheet.IN_FORCE ? inForce.sheet(project) : states.written(project);
        List<Rule> rules = sheet.rows().stream().map(RuleSheet.Row::rule).toList();
        String text = "# The rule sheet of " + projects.settings(project)
                .code() + ", " + which.label + (which == WhichSheet.IN_FORCE ? ", edition " + sheet.edition() : "") + ".\n"
                + new RuleFileWriter(new Naming(project, folders, people)).write(sheet.project(), rules);
        return ResponseEntity.ok().contentType(MediaType.parseMediaType("application/yaml")).header("Content-Disposition",
                ContentDisposition.attachment().filename(projects.settings(project).code() + " rule sheet " + which.label + ".yaml",
                        StandardCharsets.UTF_8).build().toString())
                .body(text.getBytes(StandardCharsets.UTF_8));
    }

    /** Takes a file over as drafts, as a whole or not at all. Nothing is put in force. */
    @Act(kind = ActKind.RULES, says = "took a rule file in")
    @PutMapping(path = "/api/projects/{project}/rules/file", consumes = "application/yaml")
    @RequestBody(content = @Content(mediaType = "application/yaml", schema = @Schema(type = "string")))
    FileRead in(@PathVariable long project, HttpServletRequest request, Actor actor) throws IOException {
        actor.mustControl(project);
        byte[] bytes = request.getInputStream().readNBytes(TextFile.LONGEST * BYTES + 1);
        return switch (new RuleFileReader(new Naming(project, folders, people)).read(new String(bytes, StandardCharsets.UTF_8))) {
            case TextFile.Read.Wrong<RuleFileReader.Sheet>(List<FileFault> faults) -> new FileRead(faults, null);
            case TextFile.Read.Sound<RuleFileReader.Sheet>(RuleFileReader.Sheet(var says, List<Rule> rules)) -> new FileRead(List.of(),
                    taking.takeOver(project, says, rules, actor));
        };
    }

    /** What a rule file may say (JSON Schema 2020-12); conditions and audiences as they are described. */
    @GetMapping(path = "/api/rule-sheet.schema.json", produces = "application/schema+json")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/schema+json", schema = @Schema(type = "object")))
    ResponseEntity<JsonNode> schema() throws IOException {
        return ResponseEntity.ok().contentType(MediaType.parseMediaType("application/schema+json")).body(schema.schema());
    }
}
