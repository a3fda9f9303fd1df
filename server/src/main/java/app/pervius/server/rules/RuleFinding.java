package app.pervius.server.rules;

import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Rule;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Something that checks a rule by itself before it is put in force; each feature answers for what it keeps. */
public interface RuleFinding {

    /**
     * What is wrong with a rule.
     *
     * @param error an error keeps it from being put in force, a warning does not
     * @param column the part of the rule it belongs to: {@code where}, {@code which}, or a station in lower case, or {@code tell}
     * @param mend how it can be mended
     * @param above the rule above which to move this one would mend it; absent where moving does not
     */
    record Finding(boolean error, String column, String sentence, String mend, @Nullable Long above) {

        public Finding(boolean error, String column, String sentence, String mend) {
            this(error, column, sentence, mend, null);
        }
    }

    /**
     * @param handling what happens at each station, with the project's word where the rule leaves it to the project; it does not count
     *     for a watching rule
     */
    List<Finding> find(long project, Rule rule, Handling handling);
}
