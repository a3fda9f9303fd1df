package app.pervius.server.rulefile;

import app.pervius.core.identify.Check;
import app.pervius.core.issue.Targets;
import app.pervius.core.rules.Conditions;
import app.pervius.core.tell.Audiences;
import app.pervius.core.tell.TellPlan;
import app.pervius.server.textfiles.FileWords;
import java.io.IOException;
import java.util.Map;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What a rule sheet as a file may say (JSON Schema 2020-12); conditions, targets and audiences as they are described. */
@Component
public class RuleSheetSchema {

    private final JsonMapper json;

    RuleSheetSchema(JsonMapper json) {
        this.json = json;
    }

    /** A copy of the schema, for whoever asks to change. */
    public ObjectNode schema() throws IOException {
        ObjectNode schema = (ObjectNode) json.readTree(new ClassPathResource("rule-sheet.schema.json").getContentAsByteArray());
        ObjectNode definitions = (ObjectNode) schema.get("$defs");
        ObjectNode identify = (ObjectNode) definitions.get("stations").get("properties").get("identify").get("properties");
        Check.ALL.forEach(check -> identify.putObject(check.inFile()).putPOJO("enum", check.options().stream()
                .map(option -> FileWords.of(option.value())).toList()));
        definitions.set("condition", json.valueToTree(KindsInFile.schema(Conditions.KINDS, "#/$defs/condition")));
        definitions.set("target", json.valueToTree(KindsInFile.schema(Targets.KINDS, "#/$defs/target")));
        definitions.set("occasion", json.valueToTree(Map.of("enum", TellPlan.OCCASIONS.stream().map(FileWords::of).toList())));
        definitions.set("audience", json.valueToTree(KindsInFile.schema(Audiences.KINDS, "#/$defs/audience")));
        return schema;
    }
}
