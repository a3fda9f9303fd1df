package app.pervius.server.devices.ipp;

/** A device was asked in vain. */
public final class IppFault extends Exception {

    /** What came between. */
    public enum Kind {
        /** It cannot be reached, is slow, or is busy: it may do what is asked another time. */
        PASSING,
        /** It has said that it will not. */
        REFUSED,
        /** It does not know what it is asked about. */
        UNKNOWN
    }

    private static final long serialVersionUID = 1;

    private final Kind kind;

    IppFault(Kind kind, String sentence) {
        super(sentence);
        this.kind = kind;
    }

    public Kind kind() {
        return kind;
    }

    /** For people. */
    public String sentence() {
        return String.valueOf(getMessage());
    }
}
