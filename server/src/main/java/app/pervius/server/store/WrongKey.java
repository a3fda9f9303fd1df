package app.pervius.server.store;

/** The key of an installation is missing, is none, or is not the one its database was made with. */
public final class WrongKey extends CannotStart {
    private static final long serialVersionUID = 1;

    WrongKey(String sentence) {
        super(sentence);
    }
}
