package app.pervius.server.store;

import app.pervius.core.issue.Target;
import app.pervius.core.issue.Targets;
import app.pervius.core.number.Source;
import app.pervius.core.number.Sources;
import app.pervius.core.passage.Wait;
import app.pervius.core.project.FieldKind;
import app.pervius.core.register.RevisionSequence;
import app.pervius.core.review.Chase;
import app.pervius.core.review.Condition;
import app.pervius.core.review.Leads;
import app.pervius.core.review.Needs;
import app.pervius.core.review.Who;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.WatchingRule;
import app.pervius.core.kind.Kinds;
import app.pervius.core.rules.Conditions;
import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Audiences;
import java.util.Locale;
import tools.jackson.databind.jsontype.NamedType;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Definitions of the core, written into columns and read back. Sealed types carry their kind in {@code kind}. */
public final class Json {

    private static final JsonMapper MAPPER = JsonMapper.builder()
            .addMixIn(FieldKind.class, FieldKinds.class)
            .addMixIn(Target.class, Described.class)
            .registerSubtypes(names(Targets.KINDS))
            .addMixIn(Audience.class, Described.class)
            .registerSubtypes(names(Audiences.KINDS))
            .addMixIn(Source.class, Described.class)
            .registerSubtypes(names(Sources.KINDS))
            .addMixIn(RevisionSequence.Form.class, Forms.class)
            .addMixIn(Who.class, Whos.class)
            .addMixIn(Needs.class, NeedsKinds.class)
            .addMixIn(Condition.class, StepConditions.class)
            .addMixIn(Leads.class, LeadsKinds.class)
            .addMixIn(Chase.Silence.class, Silences.class)
            .addMixIn(Rule.class, RuleKinds.class)
            .addMixIn(Wait.Then.class, Thens.class)
            .addMixIn(app.pervius.core.rules.Condition.class, Described.class)
            .registerSubtypes(names(Conditions.KINDS))
            .build();

    /** Something whose kinds are described in the core: stored under their keys in small letters. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    private interface Described {
    }

    private static NamedType[] names(Kinds<?> kinds) {
        return kinds.all().stream().map(kind -> new NamedType(kind.type(), kind.key().toLowerCase(Locale.ROOT))).toArray(NamedType[]::new);
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = FieldKind.CodeList.class, name = "codes"),
        @JsonSubTypes.Type(value = FieldKind.Digits.class, name = "digits"),
        @JsonSubTypes.Type(value = FieldKind.Letters.class, name = "letters"),
        @JsonSubTypes.Type(value = FieldKind.Date.class, name = "date"),
        @JsonSubTypes.Type(value = FieldKind.Text.class, name = "text")})
    private interface FieldKinds {
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = RevisionSequence.Form.Counted.class, name = "counted"),
        @JsonSubTypes.Type(value = RevisionSequence.Form.Letters.class, name = "letters")})
    private interface Forms {
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Who.InRole.class, name = "role"),
        @JsonSubTypes.Type(value = Who.Person.class, name = "person"),
        @JsonSubTypes.Type(value = Who.ByMatrix.class, name = "matrix"),
        @JsonSubTypes.Type(value = Who.InField.class, name = "field")})
    private interface Whos {
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Needs.Any.class, name = "any"),
        @JsonSubTypes.Type(value = Needs.All.class, name = "all"),
        @JsonSubTypes.Type(value = Needs.AtLeast.class, name = "atLeast")})
    private interface NeedsKinds {
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Condition.FieldIs.class, name = "is"),
        @JsonSubTypes.Type(value = Condition.FieldIsNot.class, name = "isNot"),
        @JsonSubTypes.Type(value = Condition.FromCycle.class, name = "cycle")})
    private interface StepConditions {
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Leads.On.class, name = "on"),
        @JsonSubTypes.Type(value = Leads.End.class, name = "end"),
        @JsonSubTypes.Type(value = Leads.Back.class, name = "back"),
        @JsonSubTypes.Type(value = Leads.ToStep.class, name = "step")})
    private interface LeadsKinds {
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Chase.Silence.Wait.class, name = "wait"),
        @JsonSubTypes.Type(value = Chase.Silence.CountsAs.class, name = "counts"),
        @JsonSubTypes.Type(value = Chase.Silence.Skip.class, name = "skip")})
    private interface Silences {
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = HandlingRule.class, name = "handling"),
        @JsonSubTypes.Type(value = WatchingRule.class, name = "watching")})
    private interface RuleKinds {
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Wait.Then.Anew.class, name = "anew"),
        @JsonSubTypes.Type(value = Wait.Then.GoOn.class, name = "goOn"),
        @JsonSubTypes.Type(value = Wait.Then.Stop.class, name = "stop")})
    private interface Thens {
    }

    private Json() {
    }

    public static String write(Object value) {
        return MAPPER.writeValueAsString(value);
    }

    public static <T> T read(String json, Class<T> type) {
        return MAPPER.readValue(json, type);
    }

    public static <T> T read(String json, TypeReference<T> type) {
        return MAPPER.readValue(json, type);
    }
}
