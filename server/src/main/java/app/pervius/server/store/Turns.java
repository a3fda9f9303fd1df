package app.pervius.server.store;

import java.util.function.Supplier;

/**
 * How those who want one row wait for each other before they ask the database for it. It makes nothing right that the locked row does not.
 */
public interface Turns {

    /** Somebody else has the turn that was asked for, and whoever asked has others already, which that one may want. */
    final class Crossed extends RuntimeException {
        private static final long serialVersionUID = 1;

        Crossed(Object row) {
            super("somebody else has " + row);
        }
    }

    /** Whether a second turn is not waited for. */
    ScopedValue<Boolean> NEVER_BOTH = ScopedValue.newInstance();

    /** The database itself has them wait in turn. */
    Turns BY_THE_DATABASE = new Turns() {
        @Override
        public void take(Object row) {
            // It waits when it asks for the row.
        }

        @Override
        public boolean wanted() {
            return true;
        }
    };

    /**
     * Waits for one's turn at something, which lasts until the current transaction has ended; who waits too long goes on.
     *
     * @throws Crossed within {@link #oneAfterTheOther}, instead of waiting with a turn in hand
     */
    void take(Object row);

    /** Does what takes several turns in no order that others keep to, and can be done in parts where they cross. */
    static <T> T oneAfterTheOther(Supplier<T> work) {
        return ScopedValue.where(NEVER_BOTH, true).call(work::get);
    }

    /** Whether somebody waits, or may, for a turn that the current transaction has. */
    boolean wanted();
}
