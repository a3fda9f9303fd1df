package app.pervius.core.tell;

import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * What a message is about. An occasion is described here and nowhere else: how a subject names it, how a letter opens, whether rules may
 * speak on it and what they call it then, and whether somebody is asked to decide.
 */
public enum Occasion {
    ARRIVED("arrived", "submission {submission} has arrived with {files}:", "On arrival", false),
    NUMBERED("numbered", "{files} of submission {submission} [has|have] got a number:", "When numbered", false),
    /** Others have something to decide; whoever is told has not. */
    STEP_BEGUN("in review", "a step of the review has begun for {files} of submission {submission}:", "When a step begins", false),
    TO_DECIDE("waiting for your decision", "{files} of submission {submission} [waits|wait] for your decision:", null, true),
    /** A decision was reopened, and it is asked for anew. */
    TO_DECIDE_AGAIN("open again, waiting for your decision",
            "the decision on {files} of submission {submission} was reopened; [it waits|they wait] for yours anew:", null, true),
    PASSED_ON("passed on to you for your decision",
            "{files} of submission {submission} [was|were] passed on to you for your decision:", null, true),
    TO_RELEASE("waiting for your release",
            "{files} of submission {submission} [is|are] decided. Draw the comments together and release them to the author:", null, true),
    REMINDED("still waiting for your decision", "{files} of submission {submission} [waits|wait] for your decision still:", null, true),
    /** Those who have to decide were reminded. */
    PROMPTED("waiting still",
            "{files} of submission {submission} still [waits|wait] for a decision, and those who are to decide were reminded:",
            "When reminded", false),
    ESCALATED("late", "nobody has decided on {files} of submission {submission} in time:", "When late", false),
    /** Somebody has it to decide in the place of somebody else. */
    MOVED_ON("passed on", "{files} of submission {submission} [was|were] passed on to somebody else for a decision:", "When passed on",
            false),
    DECIDED("decided", "{files} of submission {submission} [is|are] decided:", "When decided", false),
    /** The comments were drawn together and go to the author. */
    RELEASED("released", "what was decided on {files} of submission {submission} is released:", "When released", false),
    REOPENED("decision withdrawn, open again", "a decision you were told of is open again, for {files} of submission {submission}:", null,
            false),
    /** Whoever sent it took it back before anybody decided. */
    TAKEN_BACK("taken back, nothing to decide",
            "{files} of submission {submission} [was|were] taken back; there is nothing to decide any more:", null, false),
    /** Files were split off a review or joined with it. */
    REARRANGED("to be decided in another review",
            "{files} of submission {submission} [is|are] decided in another review from now on:", null, true),
    RETURNED("back to the author", "{files} of submission {submission} [goes|go] back to the author:", "On return", false),
    ISSUED("issued", "{files} of submission {submission} [has|have] been issued:", "On issue", false),
    WITHDRAWN("withdrawn", "{files} of submission {submission} [was|were] withdrawn and [does|do] not hold any more:", "When withdrawn",
            false),
    SUPERSEDED("superseded", "{files} of submission {submission} [has|have] been superseded by a later revision:", "When superseded",
            false),
    STOPPED("stopped", "{files} of submission {submission} cannot go on:", "When stopped", false),
    /** Nothing of a submission is under way any more. */
    COMPLETE("through", "nothing of submission {submission} is under way any more, with {files}:", "When a submission is complete", false),
    /** A message about it could not be handed over. */
    MESSAGE_FAILED("not told", "a message about {files} of submission {submission} was given up:", "When a message fails", false),
    /** Somebody is asked for an answer in a comment. */
    ASKED("with a question for you", "something is asked of you about {files} of submission {submission}:", null, false),
    /** Somebody has answered a comment; whoever wrote it is told. */
    ANSWERED("with an answer for you", "a comment of yours on {files} of submission {submission} was answered:", null, false),
    /** No rule takes it, and it stays where it lies. */
    LEFT("left where it lies", "no rule takes {files} of submission {submission}, left where [it lies|they lie]:", null, false),
    /** The folders of a package are made; about no file, as the next ones. */
    PACKAGE_MADE("made", "", "When a package is made", false),
    PACKAGE_FAILED("not made", "", "When a package cannot be made", false),
    /** Somebody is asked into a project. */
    INVITED("invited", "", null, false),
    NEW_PASSWORD("a new password", "", null, false),
    /** What everything held at a moment, for those who keep that. */
    SEALED("a seal", "", null, false);

    private static final Pattern ONE_OR_MANY = Pattern.compile("\\[([^|\\]]*)\\|([^\\]]*)\\]");

    private final String label;
    private final String opening;
    private final Optional<String> onRule;
    private final boolean asksToDecide;

    Occasion(String label, String opening, @Nullable String onRule, boolean asksToDecide) {
        this.label = label;
        this.opening = opening;
        this.onRule = Optional.ofNullable(onRule);
        this.asksToDecide = asksToDecide;
    }

    /**
     * Why somebody is told who is neither named by a rule nor by whoever sent it, as the rest of “because …”; what asks for a decision is
     * told to whoever has it.
     */
    public String because() {
        return switch (this) {
            case TO_DECIDE, TO_DECIDE_AGAIN, PASSED_ON, REMINDED, REARRANGED -> "it is yours to decide";
            case TO_RELEASE -> "it is yours to release";
            case TAKEN_BACK, STOPPED -> "it was yours to decide";
            case ASKED -> "you are asked";
            case ANSWERED -> "you have asked";
            case ESCALATED -> "the route says who is told of what is late";
            case REOPENED -> "you were told of the decision";
            case ARRIVED, NUMBERED, STEP_BEGUN, PROMPTED, MOVED_ON, DECIDED, RELEASED, RETURNED, ISSUED, WITHDRAWN, SUPERSEDED, LEFT,
                    COMPLETE, MESSAGE_FAILED, PACKAGE_MADE, PACKAGE_FAILED, INVITED, NEW_PASSWORD, SEALED -> "it concerns you";
        };
    }

    /** As a subject names it, behind how many files it is about. */
    public String label() {
        return label;
    }

    /** Whether messages on it speak of files; those on others have words of their own. */
    public boolean aboutFiles() {
        return !opening.isEmpty();
    }

    /** What rules call the occasion, at the beginning of a sentence; empty where they cannot speak on it. */
    public Optional<String> onRule() {
        return onRule;
    }

    /** Whether whoever is told has something to decide. */
    public boolean asksToDecide() {
        return asksToDecide;
    }

    /** Whether links lead to where a file is read: there it is decided, and asked and answered. */
    public boolean isDoneReading() {
        return asksToDecide || this == ASKED || this == ANSWERED;
    }

    /** Whether somebody may choose to be told of it later, together with other things: nothing is asked for, and nothing is late. */
    public boolean mayWait() {
        return onRule.isPresent() && this != ESCALATED || this == LEFT || this == ANSWERED;
    }

    /** Whether those are told of it who follow a document or a folder. */
    public boolean followed() {
        return switch (this) {
            case ARRIVED, RETURNED, ISSUED, WITHDRAWN, SUPERSEDED -> true;
            case NUMBERED, STEP_BEGUN, TO_DECIDE, TO_DECIDE_AGAIN, PASSED_ON, TO_RELEASE, REMINDED, PROMPTED, ESCALATED, MOVED_ON, DECIDED,
                    RELEASED, REOPENED, TAKEN_BACK, REARRANGED, STOPPED, ASKED, ANSWERED, LEFT, COMPLETE, MESSAGE_FAILED, PACKAGE_MADE,
                    PACKAGE_FAILED, INVITED, NEW_PASSWORD, SEALED -> false;
        };
    }

    /** How a letter about so many files of a submission opens. */
    String opening(String submission, int files) {
        return ONE_OR_MANY.matcher(opening).replaceAll(files == 1 ? "$1" : "$2")
                .replace("{files}", files == 1 ? "one file" : files + " files")
                .replace("{submission}", submission);
    }
}
