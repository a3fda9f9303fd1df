package app.pervius.core.comment;

/** Why something cannot be done with a comment. */
public enum Refusal {
    NOT_YOURS("Only whoever has written a comment changes it or takes it back."),
    ANSWERED_ALREADY("It was answered already. Answer in turn instead of changing it."),
    HANDED_OVER("Its author's firm has read it already. Answer in turn instead of changing it."),
    IS_CLOSED("It is closed. Open it again to say something more."),
    IS_OPEN("It is open already."),
    REVIEWERS_CLOSE("Comments are closed and opened again by the reviewing side; answer that it is done."),
    LEAD_DRAWS("Comments are drawn together by the lead, or by those who close the last step, before they are released.");

    private final String sentence;

    Refusal(String sentence) {
        this.sentence = sentence;
    }

    /** The reason, as a sentence. */
    public String sentence() {
        return sentence;
    }
}
