package app.pervius.core.rules;

import static app.pervius.core.KestrelWeir.FENNICK;
import static app.pervius.core.KestrelWeir.FIELDS;
import static app.pervius.core.KestrelWeir.YUSUF;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.number.NumberPlan;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.prepare.PreparePlan;
import app.pervius.core.review.ReviewPlan;
import app.pervius.core.tell.TellPlan;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Rules and arrivals for the tests of the sheet: a folder, one below it, and one elsewhere. */
public final class Facts {

    public static final FolderId ROOT = new FolderId(1);
    public static final FolderId FOLDER = new FolderId(2);
    public static final FolderId BELOW = new FolderId(3);
    public static final FolderId ELSEWHERE = new FolderId(4);
    public static final List<FolderId> IN_BELOW = List.of(BELOW, FOLDER, ROOT);
    public static final RoleId LEAD = new RoleId(31);
    public static final Parties.Party BY_YUSUF = new Parties.Party(YUSUF, FENNICK, Set.of(), "Yusuf Karaderin (Fennick Hydraulics)");

    private Facts() {
    }

    public static HandlingRule rule(String name, FolderId folder, boolean withBelow, Condition... conditions) {
        return new HandlingRule(name, "", standing(folder, withBelow), Which.of(conditions),
                plan(IdentifyPlan.USUAL, IssuePlan.AS_PROJECT));
    }

    public static Plan plan(IdentifyPlan identify, IssuePlan issue) {
        return Plan.all(identify, new NumberPlan(Optional.of("documents")), PreparePlan.NONE, new ReviewPlan(Optional.of("civil")), issue,
                TellPlan.NOBODY);
    }

    public static Where standing(FolderId folder, boolean withBelow) {
        return new Where(List.of(new Where.Standing(folder, withBelow)));
    }

    /** A sheet of these rules; their ids are 1, 2, … from the top. */
    public static RuleSheet sheet(Rule... rules) {
        List<RuleSheet.Row> rows = new java.util.ArrayList<>();
        for (Rule rule : rules) {
            rows.add(new RuleSheet.Row(rows.size() + 1, 1, rule));
        }
        return new RuleSheet(7, Handling.USUAL, rows);
    }

    public static ArrivalFacts arrival(String baseName, FileFormat... formats) {
        return arrival(IN_BELOW, ArrivalEvent.NEW_FILE, baseName, BY_YUSUF, Map.of(), formats);
    }

    public static ArrivalFacts arrival(List<FolderId> pathUp, ArrivalEvent event, String baseName, Parties.Party author,
            Map<String, String> values, FileFormat... formats) {
        return new ArrivalFacts(pathUp, event, baseName, Set.of(formats), 5_000, author, author, new FieldValues(values), FIELDS);
    }

    public static Condition.HasFormat format(FileFormat... formats) {
        return new Condition.HasFormat(Set.of(formats));
    }

    public static Condition.From from(Set<FirmId> firms, Set<PersonId> people, Set<RoleId> roles) {
        return new Condition.From(new Parties(firms, people, roles));
    }

    public static Condition.FieldIs field(String field, String... values) {
        return new Condition.FieldIs(field, Set.of(values));
    }
}
