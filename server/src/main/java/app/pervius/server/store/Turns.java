package app.pervius.server.store;

/**
 * How those who want one row wait for each other before they ask the database for it. It makes nothing right that the locked row does not.
 */
public interface Turns {

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

    /** Waits for one's turn at something, which lasts until the current transaction has ended; who waits too long goes on. */
    void take(Object row);

    /** Whether somebody waits, or may, for a turn that the current transaction has. */
    boolean wanted();
}
