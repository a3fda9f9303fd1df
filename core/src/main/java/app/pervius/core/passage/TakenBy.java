package app.pervius.core.passage;

/**
 * The rule that took a passage.
 *
 * @param rule its id
 * @param edition its edition; 0 for a draft
 * @param sheet the edition of the rule sheet it was judged by
 */
public record TakenBy(long rule, int edition, int sheet, String name) {
    /** The rule with its edition; a draft has none. */
    @Override
    public String toString() {
        return edition == 0 ? name : name + " (edition " + edition + ")";
    }
}
