package app.pervius.core.rules;

/** A row of the rule sheet. */
public sealed interface Rule permits HandlingRule, WatchingRule {

    /** What people call it. */
    String name();

    /** What it is for, in the words of whoever wrote it; may be empty. */
    String description();

    Where where();

    Which which();

    /** The same rule standing elsewhere. */
    Rule at(Where where);
}
