package app.pervius.server.store;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.LinkedHashMap;
import java.util.Map;
import org.flywaydb.core.api.migration.Context;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Rules say what happens station by station, ask for more, and only tell where that is all they are for; what is in force is an edition of
 * the
 * whole sheet. What was in force becomes each project's first edition, and passages name it.
 */
@Component
class V7RuleSheetInFull extends Rewriting {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    V7RuleSheetInFull() {
        super("7", "rule sheet in full");
    }

    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        try (Statement s = connection.createStatement()) {
            s.execute("""
                    create table sheet_edition (
                        id bigint primary key,
                        project_id bigint not null references project,
                        edition int not null,
                        definition varchar(1000000) not null,
                        account varchar(1000) not null,
                        made_by bigint references person,
                        made_at timestamp(6) with time zone not null,
                        unique (project_id, edition))""");
            s.execute("""
                    create table project_handling (
                        id bigint primary key,
                        project_id bigint not null unique references project,
                        draft varchar(100000),
                        draft_by bigint references person,
                        draft_at timestamp(6) with time zone,
                        version int not null)""");
            s.execute("alter table rule_edition alter column put_in_force_by drop not null");
            s.execute("alter table passage add column sheet_edition int");
            s.execute("create index passage_of_rule on passage (project_id, rule_id, id)");
            s.execute("create index passage_of_folder on passage (project_id, folder_id, id)");
            s.execute("alter table submission add column given_values varchar(4000) default '{}' not null");
            s.execute("alter table passage add column overlooked boolean default false not null");
            s.execute("create table folder_keeper (folder_id bigint not null references folder on delete cascade, person_id bigint not "
                    + "null references person, primary key (folder_id, person_id))");
            s.execute("create table title_block (hash varchar(64) primary key, kind varchar(12) not null, said varchar(8000) not null)");
            s.execute("alter table passage add column came_from bigint references passage");
            s.execute("alter table passage add column event varchar(12) default 'NEW_FILE' not null");
            s.execute("update passage set event = 'SENT_BY_HAND' where by_hand = true");
            Definitions.rewrite(connection, "rule_edition", "definition", V7RuleSheetInFull::rule);
            Definitions.rewrite(connection, "rule", "draft", V7RuleSheetInFull::rule);
            firstEditions(connection);
            s.execute("update passage set sheet_edition = 1 where rule_id is not null");
            s.execute("alter table rule drop column switched_on");
            s.execute("alter table rule drop column edition_in_force");
        }
    }

    private static void firstEditions(Connection connection) throws SQLException {
        Map<Long, ArrayNode> lines = new LinkedHashMap<>();
        try (Statement s = connection.createStatement(); ResultSet r = s.executeQuery("""
                select project_id, id, edition_in_force, switched_on from rule where removed = false and edition_in_force > 0 order by
                    project_id, position, id""")) {
            while (r.next()) {
                lines.computeIfAbsent(r.getLong(1), k -> JSON.createArrayNode()).addObject()
                        .put("rule", r.getLong(2)).put("edition", r.getInt(3)).put("on", r.getBoolean(4));
            }
        }
        try (Statement s = connection.createStatement(); ResultSet r = s.executeQuery("select id from project order by id")) {
            while (r.next()) {
                firstEdition(connection, r.getLong(1), lines.getOrDefault(r.getLong(1), JSON.createArrayNode()));
            }
        }
    }

    private static void firstEdition(Connection connection, long project, ArrayNode lines) throws SQLException {
        ObjectNode says = JSON.createObjectNode();
        ObjectNode handling = says.putObject("project");
        identify(handling.putObject("identify"), null);
        handling.putObject("number").put("scheme", "documents");
        handling.putObject("review").put("route", "documents");
        ObjectNode issue = handling.putObject("issue");
        ObjectNode byCode = issue.putObject("byCode");
        for (int code = 1; code <= 4; code++) {
            byCode.putObject(Integer.toString(code)).put("kind", "project");
        }
        issue.putNull("atOnce");
        ArrayNode tellings = handling.putObject("tell").putArray("tellings");
        for (String occasion : new String[] {"ARRIVED", "RETURNED", "ISSUED"}) {
            ObjectNode telling = tellings.addObject().put("occasion", occasion).put("text", "");
            telling.putArray("whom").addObject().put("kind", "author");
        }
        says.set("lines", lines);
        try (PreparedStatement insert = connection.prepareStatement("""
                insert into sheet_edition (id, project_id, edition, definition, account, made_at)
                values (next value for ids, ?, 1, ?, 'what was in force before sheets had editions', current_timestamp)""")) {
            insert.setLong(1, project);
            insert.setString(2, JSON.writeValueAsString(says));
            insert.executeUpdate();
        }
    }

    private static String rule(String definition) {
        ObjectNode old = (ObjectNode) JSON.readTree(definition);
        ObjectNode rule = JSON.createObjectNode();
        rule.put("kind", "handling").put("name", old.path("name").asString("")).put("description", "");
        rule.set("where", old.get("where"));
        which(rule.putObject("which").putArray("conditions"), old.path("which"));
        ObjectNode plan = rule.putObject("plan");
        identify(plan.putObject("identify"), old);
        plan.putObject("number").set("scheme", old.get("scheme"));
        plan.putObject("review").set("route", old.get("route"));
        issue(plan.putObject("issue"), old.path("issue"));
        tell(plan.putObject("tell").putArray("tellings"), old.path("tell"));
        return JSON.writeValueAsString(rule);
    }

    private static void which(ArrayNode conditions, JsonNode old) {
        if (!old.path("formats").isEmpty()) {
            conditions.addObject().put("kind", "format").set("formats", old.get("formats"));
        }
        if (!old.path("firms").isEmpty() || !old.path("people").isEmpty()) {
            ObjectNode authors = conditions.addObject().put("kind", "author").putObject("authors");
            authors.set("firms", old.get("firms"));
            authors.set("people", old.get("people"));
            authors.putArray("roles");
        }
    }

    private static void identify(ObjectNode identify, @org.jspecify.annotations.Nullable ObjectNode old) {
        if (old == null) {
            identify.putArray("namePatterns");
        } else {
            identify.set("namePatterns", old.get("namePatterns"));
        }
        identify.putArray("asks");
        ObjectNode checks = identify.putObject("checks");
        for (String check : new String[] {"unknownNumber", "wrongOriginator", "outOfSequence", "onItsWay"}) {
            checks.put(check, old == null ? "STOP" : old.path("checks").path(check).asString("STOP"));
        }
        checks.put("nameMisfit", "STOP").put("titleBlock", "NOT_COMPARED");
        if (old == null || old.path("sequence").isMissingNode()) {
            identify.putNull("sequence");
        } else {
            identify.set("sequence", old.get("sequence"));
        }
    }

    private static void issue(ObjectNode issue, JsonNode old) {
        ObjectNode byCode = issue.putObject("byCode");
        String name = old.path("namePattern").asString("{number}_{revision}_{status}");
        old.path("byCode").properties().forEach(e -> {
            ObjectNode target = byCode.putObject(e.getKey());
            String kind = e.getValue().path("kind").asString("back");
            target.put("kind", kind);
            if (kind.equals("place")) {
                ObjectNode into = target.putObject("into");
                into.set("folder", e.getValue().get("folder"));
                into.put("path", e.getValue().path("path").asString("")).put("name", name);
                target.put("statusCode", e.getValue().path("statusCode").asString("")).put("manner", "COPY").put("whenTaken", "STOP");
                target.putObject("sets");
                target.putArray("copies");
            }
        });
        issue.putNull("atOnce");
    }

    private static void tell(ArrayNode tellings, JsonNode old) {
        Map.of("onArrival", "ARRIVED", "onReturn", "RETURNED", "onIssue", "ISSUED").entrySet().stream().sorted(Map.Entry.comparingByKey())
                .forEach(e -> {
            if (!old.path(e.getKey()).isEmpty()) {
                tellings.addObject().put("occasion", e.getValue()).put("text", "").set("whom", old.get(e.getKey()));
            }
        });
    }
}
