package app.pervius.server.http;

/** What a call carries makes nothing of its kind; {@code field} says where in its form, the message why, as a sentence. */
public final class Misfit extends RuntimeException {

    private final String field;

    public Misfit(String field, String sentence) {
        super(sentence);
        this.field = field;
    }

    public String field() {
        return field;
    }
}
