package app.pervius.core.identify;

import app.pervius.core.project.FieldValues;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.register.RevisionCode;

/** What station Identify has found out and wants kept. */
public sealed interface IdentifyEffect {

    /** Values read from the name, from the folder and from the author. */
    record FieldsRead(FieldValues values) implements IdentifyEffect {
    }

    /** What people will call it until they change it. */
    record TitleRead(String title) implements IdentifyEffect {
    }

    /** The name carries the number of a known document; this is its next revision. */
    record NextRevision(KnownDocument document, RevisionCode code, int cycle) implements IdentifyEffect {
    }

    /** The name carries a number that was reserved; a document is made for it. */
    record UseReserved(String number, RevisionCode first) implements IdentifyEffect {
    }
}
