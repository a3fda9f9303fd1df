package app.pervius.core.register;

import app.pervius.core.project.FirmId;
import java.util.Optional;

/**
 * A document as register and ledger know it when something arrives for it.
 *
 * @param originator the firm whose document it is
 * @param latest its newest revision, if any has come yet; one that was taken out or sent back before anybody decided does not count
 * @param sequence the revision sequence its next is to be in, if somebody has said so
 * @param onItsWay the revision that is still on its way, if one is: its code and where it is, in words
 */
public record KnownDocument(DocumentId id, String number, FirmId originator, String originatorName,
        Optional<RevisionCode> latest, Optional<String> sequence, int cycles, Optional<String> onItsWay) {
}
