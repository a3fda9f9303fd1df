package app.pervius.server.store;

import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.SpringBootExceptionReporter;
import org.springframework.context.ConfigurableApplicationContext;

/** Something has to be put right before Pervius can start on a data directory; what, is said in the message for whoever started it. */
public abstract sealed class CannotStart extends RuntimeException permits NewerData, WrongKey {
    private static final long serialVersionUID = 1;

    CannotStart(String sentence) {
        super(sentence);
    }

    /** What was thrown because of it, if it was. */
    public static Optional<CannotStart> in(@Nullable Throwable thrown) {
        for (Throwable t = thrown; t != null; t = t.getCause()) {
            if (t instanceof CannotStart cannot) {
                return Optional.of(cannot);
            }
        }
        return Optional.empty();
    }

    /** It is said by whoever has started the application, in a sentence; a page of stack would hide it. */
    static final class Reporter implements SpringBootExceptionReporter {

        Reporter(ConfigurableApplicationContext context) {
            assert context != null;
        }

        @Override
        public boolean reportException(Throwable failure) {
            return in(failure).isPresent() || DamagedData.in(failure).isPresent();
        }
    }
}
