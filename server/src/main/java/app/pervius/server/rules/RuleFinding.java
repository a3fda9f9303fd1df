package app.pervius.server.rules;

import app.pervius.core.rules.HandlingRule;
import java.util.List;

/** Something that checks a rule before it is put in force; each feature answers for what it keeps. */
public interface RuleFinding {

    /**
     * What is wrong with the rule.
     *
     * @param error an error keeps it from being put in force, a warning does not
     * @param column the part of the rule it belongs to: {@code where}, {@code which}, or a station in lower case, or {@code tell}
     */
    record Finding(boolean error, String column, String sentence) {
    }

    List<Finding> find(long project, HandlingRule rule);
}
