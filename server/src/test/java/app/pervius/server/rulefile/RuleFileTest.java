package app.pervius.server.rulefile;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.RuleForms;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

@ExtendWith(Running.class)
class RuleFileTest {

    private static String out(Client who) {
        return who.text("/api/projects/" + who.project() + "/rules/file");
    }

    private static JsonNode in(Client who, String file) {
        return who.putText("/api/projects/" + who.project() + "/rules/file", "application/yaml", file).must(200).body();
    }

    private static List<String> faults(JsonNode read) {
        return read.get("faults").valueStream().map(f -> f.get("line").asInt() + " " + f.get("reason").asString()).toList();
    }

    private static JsonNode sheet(Client who) {
        return who.get("/api/projects/" + who.project() + "/rules").must(200).body();
    }

    private static void drop(Client who, long id) {
        who.delete("/api/rules/" + id + "?version=" + RuleForms.row(who, id).get("version").asInt()).must(204);
    }

    private static Map<String, Object> everything(Client who) {
        long site = who.folder("Work in progress / Dunmarrow Works / Site notes");
        Map<String, Object> form = RuleForms.handling("Says \"all\": it, # can — Łęg", site, "documents", "civil",
                who.folder("Shared / Site documents"));
        form.put("description", "Two\nlines: and a colon");
        long firm = who.get("/api/projects/" + who.project() + "/people").must(200).body().get("firms").get(0).get("id").asLong();
        long role = who.get("/api/projects/" + who.project() + "/people").must(200).body().get("roles").get(0).get("id").asLong();
        long me = who.person();
        form.put("conditions", List.of(Map.of("kind", "ANY", "conditions",
                List.of(Map.of("kind", "FORMAT", "formats", List.of("PDF", "CAD")), Map.of("kind", "NONE", "conditions",
                List.of(Map.of("kind", "SIZE", "least", 5, "most", 500))))),
                Map.of("kind", "AUTHOR", "firms", List.of(firm), "roles", List.of(role), "people", List.of(me)),
                Map.of("kind", "FIELD", "field", "type", "values", List.of("DR", "RP")), Map.of("kind", "NAME", "pattern", "{type}-{*}"),
                Map.of("kind", "EVENT", "events", List.of("NEW_FILE", "MOVED_IN"))));
        Map<String, Object> place = RuleForms.into(who.folder("Shared / Civil"), "A1", "{discipline}/{type}");
        place.put("whenTaken", "KEEP_BOTH");
        place.put("manner", "MOVE");
        place.put("sets", List.of(Map.of("field", "discipline", "value", "C")));
        place.put("copies", List.of(Map.of("folder", who.folder("Shared / Controls"), "path", "", "name", "{number}")));
        RuleForms.with(form, "issue", RuleForms.issue(place));
        RuleForms.with(form, "tell", Map.of("tellings", List.of(Map.of("occasion", "ISSUED", "text", "{number} [{revision}]: yes", "whom",
                List.of(RuleForms.AUTHOR, Map.of("kind", "ROLE", "id", role),
                Map.of("kind", "ADDRESS", "address", "owner@example.org"))))));
        return form;
    }

    @Test
    void outInAndOutAgainIsTheSameAndChangesNothing(App app) {
        Client mirela = app.as("Mirela Draganova");
        long all = RuleForms.add(mirela, everything(mirela));
        long watching = RuleForms.add(mirela, RuleForms.watching("Only watches", mirela.folder("Shared / Civil"), "ISSUED", "{title}",
                Map.of("kind", "MATRIX")));
        String first = out(mirela);
        JsonNode before = sheet(mirela);
        JsonNode taken = in(mirela, first).get("taken");
        assertThat(taken.get("added").asInt() + taken.get("changed").asInt()).isZero();
        assertThat(taken.get("project").asBoolean()).isFalse();
        assertThat(taken.get("left")).isEmpty();
        assertThat(out(mirela)).isEqualTo(first);
        assertThat(sheet(mirela)).isEqualTo(before);
        List.of(all, watching).forEach(id -> drop(mirela, id));
    }

    @Test
    void whatIsWrittenOutIsWhatThePublishedSchemaSays(App app) {
        Client mirela = app.as("Mirela Draganova");
        long id = RuleForms.add(mirela, everything(mirela));
        var schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(mirela.text("/api/rule-sheet.schema.json"));
        assertThat(schema.validate(out(mirela), InputFormat.YAML)).isEmpty();
        assertThat(schema.validate(out(mirela).replace("kind: handling", "kind: handing"), InputFormat.YAML)).isNotEmpty();
        drop(mirela, id);
    }

    @Test
    @Timeout(120)
    void whatWasEditedBecomesADraftAndNothingIsPutInForce(App app) {
        Client mirela = app.as("Mirela Draganova");
        String original = out(mirela);
        int edition = sheet(mirela).get("edition").asInt();
        int civil = original.split("route: civil\n", -1).length - 1;
        String edited = original.replace("route: civil\n", "route: hydraulics\n")
                + "- name: Brand new\n  kind: handling\n  stands-on:\n  - folder: Work in progress / Dunmarrow Works / Site notes\n";
        JsonNode taken = in(mirela, edited).get("taken");
        assertThat(taken.get("added").asInt()).isEqualTo(1);
        assertThat(taken.get("changed").asInt()).isEqualTo(civil);
        assertThat(sheet(mirela).get("edition").asInt()).isEqualTo(edition);
        assertThat(sheet(mirela).get("rules").valueStream().filter(r -> r.has("draft")).map(r -> r.get("draft").get("name").asString()))
                .contains("Civil design", "Site documents", "Brand new");
        JsonNode back = in(mirela, original).get("taken");
        assertThat(back.get("changed").asInt()).isEqualTo(civil);
        assertThat(back.get("left").valueStream().map(JsonNode::asString)).containsExactly("Brand new");
        assertThat(sheet(mirela).get("rules").valueStream().filter(r -> r.has("draft")).map(r -> r.get("draft").get("name").asString()))
                .doesNotContain("Civil design");
        drop(mirela, sheet(mirela).get("rules").valueStream().filter(r -> r.path("draft").path("name").asString("").equals("Brand new"))
                .findFirst().orElseThrow().get("id").asLong());
        assertThat(out(mirela)).isEqualTo(original);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "'kind: handling'|'kind: handing'|A rule is handling or watching, not “handing”.",
                "'and-below: true'|'and-below: perhaps'|“and-below” is true or false.",
        "'folder: Shared / Civil'|'folder: Shared / Gone'|This project has no folder “Shared / Gone”.",
        "'format:'|'formats:'|A condition is one of all, any, author",
        "'when: issued'|'when: reminded'|Here one of these may stand: arrived, numbered, step-begun,",
        "'when-taken: stop'|'when-taken: guess'|“when-taken” is one of stop, keep-both, next-version, replace, not “guess”.",
        "'rule-sheet: 1'|'rule-sheet: 2'|Only form 1 of rule files is read, not 2.", "'  number:'|'  nummer:'|“nummer” is not known here",
        "'rules:'|'rules: &all'|Anchors (&) and aliases (*) are not read",
        "'project-says:'|'project-says: {'|This is not YAML", "'- name: Civil design'|'- name: [Civil]'|The name of a rule is a text."})
    void aWrongFileIsRefusedWithItsLineAndChangesNothing(String right, String wrong, String reason, App app) {
        Client mirela = app.as("Mirela Draganova");
        String original = out(mirela);
        JsonNode before = sheet(mirela);
        String file = original.replaceFirst(java.util.regex.Pattern.quote(right), java.util.regex.Matcher.quoteReplacement(wrong));
        int line = file.substring(0, file.indexOf(wrong)).split("\n", -1).length;
        JsonNode read = in(mirela, file);
        assertThat(read.has("taken")).isFalse();
        assertThat(faults(read)).anyMatch(f -> f.contains(reason));
        if (!reason.contains("YAML")) {
            assertThat(faults(read)).anyMatch(f -> f.startsWith(line + " "));
        }
        assertThat(sheet(mirela)).isEqualTo(before);
    }

    /** Garbage, depth, long lines and aliases that would explode: answered soon, with a reason, and nothing is changed. */
    @Test
    void whateverIsSentIsAnsweredWithAReason(App app) {
        Client mirela = app.as("Mirela Draganova");
        String original = out(mirela);
        JsonNode before = sheet(mirela);
        Random random = new Random(66);
        List<String> files = new ArrayList<>(List.of("", "[]", "rules: " + "[".repeat(50_000), "a: &a [x]\n" + "b: [*a, *a]\n",
                "x".repeat(1_500_000), ("y".repeat(9_000) + "\n ").repeat(200), "\"" + ("z".repeat(19_000) + "\n ").repeat(100),
                "d: |\n  " + ("y".repeat(9_000) + "\n  ").repeat(200), "k".repeat(3_000_000),
                "- ".repeat(40_000), "rule-sheet: 1\nproject-says: {}\nrules:\n"
                + "- {name: a, kind: handling, stands-on: []}\n".repeat(6_000), "{".repeat(2_000), "!!java.net.URL [http://127.0.0.1]",
                "? ".repeat(9_000)));
        StringBuilder bomb = new StringBuilder("l0: &l0 [x, x, x, x, x, x, x, x, x]\n");
        for (int i = 1; i < 30; i++) {
            bomb.append("l").append(i).append(": &l").append(i).append(" [").append(("*l" + (i - 1) + ", ").repeat(8)).append("*l")
                    .append(i - 1).append("]\n");
        }
        files.add(bomb.toString());
        for (int i = 0; i < 60; i++) {
            files.add(mangled(original, random));
        }
        for (String file : files) {
            JsonNode read = in(mirela, file);
            if (read.has("taken")) {
                in(mirela, original);
                sheet(mirela).get("rules").valueStream().filter(r -> before.get("rules").valueStream()
                        .noneMatch(b -> b.get("id").equals(r.get("id")))).forEach(r -> drop(mirela, r.get("id").asLong()));
            } else {
                assertThat(faults(read)).isNotEmpty().allSatisfy(f -> assertThat(f).doesNotContain("Exception").doesNotContain("at app."));
            }
        }
        in(mirela, original);
        assertThat(out(mirela)).isEqualTo(original);
    }

    private static String mangled(String file, Random random) {
        StringBuilder text = new StringBuilder(file);
        for (int i = 0; i < 1 + random.nextInt(4); i++) {
            int at = random.nextInt(text.length());
            switch (random.nextInt(4)) {
                case 0 -> text.deleteCharAt(at);
                case 1 -> text.insert(at, List.of(":", "- ", "\n", "\t", "{", "]", "'", "\"", "#", "&x ", "*x", "%", "\u0000", "…",
                        "!!str ").get(random.nextInt(15)));
                case 2 -> text.insert(at, text.substring(Math.max(0, at - 60), at));
                default -> text.delete(at, Math.min(text.length(), at + random.nextInt(80)));
            }
        }
        return text.toString();
    }

    @Test
    void twoOfOneNameAreToldApartByTheirOrder(App app) {
        Client mirela = app.as("Mirela Draganova");
        long site = mirela.folder("Work in progress / Dunmarrow Works / Site notes");
        Map<String, Object> form = new HashMap<>(RuleForms.asProject("Twice", site));
        long one = RuleForms.add(mirela, form);
        form.put("description", "the second");
        long two = RuleForms.add(mirela, form);
        String file = out(mirela);
        assertThat(in(mirela, file).get("taken").get("changed").asInt()).isZero();
        assertThat(RuleForms.row(mirela, two).get("draft").get("description").asString()).isEqualTo("the second");
        List.of(one, two).forEach(id -> drop(mirela, id));
    }
}
