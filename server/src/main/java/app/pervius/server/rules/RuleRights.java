package app.pervius.server.rules;

import app.pervius.core.rules.Rule;
import app.pervius.core.rules.Where;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Keepers;
import app.pervius.server.refused.Refused;
import org.springframework.stereotype.Component;

/** Who may write rules: controllers all of them, who looks after folders those that stand only there. */
@Component
public class RuleRights {

    private final Keepers keepers;

    RuleRights(Keepers keepers) {
        this.keepers = keepers;
    }

    /** Refuses whoever has nothing to do with the sheet. */
    void mustReach(long project, Actor actor) {
        actor.in(project);
        if (!actor.controls(project) && keepers.keptBy(actor, project).isEmpty()) {
            actor.mustControl(project);
        }
    }

    boolean may(long project, Actor actor, Rule rule) {
        return actor.controls(project) || !rule.where().places().isEmpty() && rule.where().places().stream().map(Where.Standing::folder)
                .allMatch(folder -> keepers.keeps(actor, folder));
    }

    /** Refuses whoever may not keep this rule, as it is or as it is to be. */
    void must(long project, Actor actor, Rule rule) {
        mustReach(project, actor);
        if (!may(project, actor, rule)) {
            throw Refused.forbidden("You keep the rules that stand only on folders you look after; this one stands elsewhere too, or "
                    + "nowhere.");
        }
    }
}
