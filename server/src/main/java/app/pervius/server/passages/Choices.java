package app.pervius.server.passages;

import app.pervius.core.passage.TakenBy;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.Where;
import java.util.Optional;

/** What a person can choose for a passage; the features that keep rules and routes answer. */
public final class Choices {

    /** Rules to choose from. */
    public interface OfRules {
        /** The rule of the project in its edition in force; empty if there is none, or it is switched off. */
        Optional<TakenBy> chosen(long project, long rule);

        /** The sheet in force. */
        RuleSheet sheet(long project);

        /** What the rule does at each station, in the edition it took a passage under. */
        Handling handling(long project, TakenBy by);

        /** Where the rule stands, in that edition. */
        Where stands(TakenBy by);
    }

    /** Routes to choose from. */
    public interface OfRoutes {
        /** What the route of this key is called; empty if the project has none in force. */
        Optional<String> chosen(long project, String key);
    }

    private Choices() {
    }
}
