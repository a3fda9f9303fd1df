package app.pervius.server.trial;

import app.pervius.core.number.Drawing;
import app.pervius.core.number.Ledger;
import app.pervius.core.number.ScratchLedger;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FirmId;
import app.pervius.core.register.DocumentId;
import app.pervius.core.register.Known;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.register.KnownNumbers;
import app.pervius.core.register.RevisionCode;
import app.pervius.server.passages.Books;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/**
 * Ledger and register as they would be after the arrivals tried so far; nothing is written. Documents that would come to be have ids below
 * zero. Not safe for use by several threads.
 */
final class ScratchBooks {

    private static final String TRIED = "it is on its way in this trial, before this one";

    private final ScratchLedger ledger;
    private final KnownNumbers under;
    private final Map<String, Known> known = new HashMap<>();
    private final Map<Long, FieldValues> values = new HashMap<>();

    ScratchBooks(Ledger under, KnownNumbers numbers) {
        this.ledger = new ScratchLedger(under);
        this.under = numbers;
    }

    /** The books, with the register as it was for one arrival, as far as nothing tried has changed it. */
    Books forOne(KnownNumbers asItWas) {
        return new Books(ledger, number -> known.containsKey(number) ? known.get(number) : asItWas.find(number));
    }

    KnownNumbers asItIs() {
        return under;
    }

    /** A number was drawn for a new document; gives its id. */
    long drawn(Drawing drawing, RevisionCode first, FirmId firm, String firmName, FieldValues its) {
        ledger.keep(drawing);
        return opened(drawing.number(), first, firm, firmName, its);
    }

    /** A document came to be under a number; gives its id. */
    long opened(String number, RevisionCode first, FirmId firm, String firmName, FieldValues its) {
        long id = -1 - values.size();
        values.put(id, its);
        known.put(number, new Known.Document(new KnownDocument(new DocumentId(id), number, firm, firmName, Optional.of(first), Optional.empty(), 1, Optional.of(TRIED))));
        return id;
    }

    /** A revision of a document came. */
    void came(KnownDocument document, RevisionCode code) {
        known.put(document.number(), new Known.Document(new KnownDocument(document.id(), document.number(), document.originator(), document.originatorName(), Optional.of(code),
                document.sequence(), document.cycles() + 1, Optional.of(TRIED))));
    }

    /** What the fields of a document say that came to be in this trial. */
    Optional<FieldValues> valuesOf(long document) {
        return Optional.ofNullable(values.get(document));
    }
}
