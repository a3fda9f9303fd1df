package app.pervius.core.review;

import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;

/** A person with the firm that counts for whether work is one's own. */
public record Holder(PersonId person, FirmId firm) {

    /** Whether this person may decide on the work of {@code author} of {@code authorFirm} on {@code route}. */
    public boolean mayDecide(Route route, PersonId author, FirmId authorFirm) {
        return route.ownFirmDecides() || !person.equals(author) && !firm.equals(authorFirm);
    }
}
