package app.pervius.core.prepare;

import java.util.Optional;

/** How far the readable copy of a file is. */
public sealed interface Copied {

    /**
     * None has been asked for.
     *
     * @param by what would make it, as “LibreOffice 25.2”; empty where nothing here can
     */
    record NotYet(Optional<String> by) implements Copied {
    }

    /** It is being made, or waits for its turn. */
    record Making() implements Copied {
    }

    /**
     * It is there.
     *
     * @param by what made it
     * @param said what that said, or nothing
     */
    record Made(String by, String said) implements Copied {
    }

    /** None could be made; {@code why} is a sentence. */
    record Failed(String why) implements Copied {
    }
}
