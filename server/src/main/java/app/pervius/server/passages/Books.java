package app.pervius.server.passages;

import app.pervius.core.number.Ledger;
import app.pervius.core.register.KnownNumbers;

/** Ledger and register of a project as its stations draw from them. */
public record Books(Ledger ledger, KnownNumbers numbers) {

    /** Keeps the books of all projects; the feature that keeps the ledger answers. */
    public interface Keeper {
        /** The books themselves: what is drawn is held until the transaction ends. */
        Books of(long project);
    }
}
