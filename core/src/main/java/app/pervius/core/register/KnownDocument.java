package app.pervius.core.register;

import app.pervius.core.project.FirmId;
import java.util.Optional;

/**
 * A document as register and ledger know it when something arrives for it.
 *
 * @param originator the firm whose document it is
 * @param latest its newest revision, if any has come yet
 * @param onItsWay the revision that is still on its way, if one is: its code and where it is, in words
 */
public record KnownDocument(DocumentId id, String number, FirmId originator, String originatorName,
        Optional<RevisionCode> latest, int cycles, Optional<String> onItsWay) {
}
