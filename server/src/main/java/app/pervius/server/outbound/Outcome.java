package app.pervius.server.outbound;

/** What became of handing something over. */
public sealed interface Outcome {

    /**
     * The other side has it.
     *
     * @param keep keeps what is to be kept of that, in the transaction that ends the parcel
     */
    record Over(Runnable keep) implements Outcome {
    }

    /**
     * It could not be handed over.
     *
     * @param words what the other side said last, or why it could not be asked
     */
    record Failed(String words) implements Outcome {
    }

    /**
     * The other side will never take it: it is not tried again.
     *
     * @param words what the other side said
     */
    record Refused(String words) implements Outcome {
    }
}
