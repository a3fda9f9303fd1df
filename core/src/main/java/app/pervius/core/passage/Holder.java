package app.pervius.core.passage;

/** Who has a passage now. */
public sealed interface Holder {

    /** Pervius itself: its stations, or a wait for something no person is asked for. */
    record Pervius() implements Holder {
        @Override
        public String inWords() {
            return "Pervius";
        }
    }

    /** Pervius, until the other files of its review are decided. */
    record UntilOthers() implements Holder {
        @Override
        public String inWords() {
            return "Pervius, until the other files of the review are decided";
        }
    }

    /** Whoever looks after documents: it is stopped. */
    record DocumentControl() implements Holder {
        @Override
        public String inWords() {
            return "document control";
        }
    }

    /**
     * The people who sit in a step of its review.
     *
     * @param names as the review names them, with who stands in for whom
     */
    record Seated(String names) implements Holder {
        @Override
        public String inWords() {
            return names;
        }
    }

    /** Nobody any more: it is done. */
    record Nobody() implements Holder {
        @Override
        public String inWords() {
            return "";
        }
    }

    /** As lists and pages say it; empty for nobody. */
    String inWords();
}
