package app.pervius.core;

/** How often a generated test goes round: fewer times while mutants are counted, where each of thousands runs it anew. */
public final class Rounds {

    private static final int SHARE = Integer.getInteger("pervius.rounds.share", 1);

    private Rounds() {
    }

    public static int of(int usual) {
        return Math.max(20, usual / SHARE);
    }
}
