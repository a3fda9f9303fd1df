package app.pervius.server.trial;

import app.pervius.core.number.Drawing;
import app.pervius.core.number.Ledger;
import app.pervius.core.number.ScratchLedger;
import app.pervius.core.passage.TakenBy;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FirmId;
import app.pervius.core.register.DocumentId;
import app.pervius.core.register.Known;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.register.KnownNumbers;
import app.pervius.core.register.RevisionCode;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.Where;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Reviewed;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongFunction;

/**
 * Ledger and register as they would be after the arrivals tried so far; nothing is written. Documents that would come to be have ids below
 * zero. Not safe for use by several threads.
 */
final class ScratchBooks {

    private static final String TRIED = "it is on its way in this trial, before this one";

    private final ScratchLedger ledger;
    private final KnownNumbers under;
    private final LongFunction<FieldValues> valuesOf;
    private final LongFunction<String> firmName;
    private final Map<String, Known> known = new HashMap<>();
    private final Map<Long, FieldValues> values = new HashMap<>();

    /**
     * @param under the ledger as it stands
     * @param valuesOf what the fields of a document in the register say
     */
    ScratchBooks(Ledger under, KnownNumbers numbers, LongFunction<FieldValues> valuesOf, LongFunction<String> firmName) {
        this.ledger = new ScratchLedger(under);
        this.under = numbers;
        this.valuesOf = valuesOf;
        this.firmName = firmName;
    }

    /** The books, with the register as it was for one arrival, as far as nothing tried has changed it, and a sheet to judge by. */
    Books forOne(KnownNumbers asItWas, RuleSheet sheet) {
        return new ForOne(asItWas, sheet);
    }

    KnownNumbers asItIs() {
        return under;
    }

    private final class ForOne implements Books {
        private final KnownNumbers asItWas;
        private final RuleSheet sheet;

        ForOne(KnownNumbers asItWas, RuleSheet sheet) {
            this.asItWas = asItWas;
            this.sheet = sheet;
        }

        @Override
        public boolean tried() {
            return true;
        }

        @Override
        public Ledger ledger() {
            return ledger;
        }

        @Override
        public KnownNumbers numbers() {
            return number -> known.containsKey(number) ? known.get(number) : asItWas.find(number);
        }

        @Override
        public RuleSheet sheet() {
            return sheet;
        }

        @Override
        public Handling handling(TakenBy by) {
            return sheet.handling(rule(by));
        }

        private HandlingRule rule(TakenBy by) {
            return sheet.rows().stream().filter(row -> row.ruleId() == by.rule()).map(RuleSheet.Row::rule).map(HandlingRule.class::cast)
                    .findFirst().orElseThrow(() -> new IllegalArgumentException("the sheet that is tried has no rule " + by));
        }

        @Override
        public Where stands(TakenBy by) {
            return rule(by).where();
        }

        /** What was said of a past arrival belongs to its own passage, not to this trial. */
        @Override
        public Reviewed reviewed(PassageFacts passage) {
            return Reviewed.NOTHING;
        }

        @Override
        public long assign(PassageFacts passage, Drawing drawing, RevisionCode first) {
            ledger.keep(drawing);
            return useReserved(passage, drawing.number(), first);
        }

        @Override
        public long useReserved(PassageFacts passage, String number, RevisionCode first) {
            long id = -1 - values.size();
            values.put(id, passage.values());
            known.put(number, new Known.Document(new KnownDocument(new DocumentId(id), number, new FirmId(passage.authorFirm()),
                    firmName.apply(passage.authorFirm()),
                    Optional.of(first), Optional.empty(), 1, Optional.of(TRIED))));
            return id;
        }

        @Override
        public FieldValues revise(PassageFacts passage, KnownDocument document, RevisionCode code, int cycle) {
            known.put(document.number(), new Known.Document(new KnownDocument(document.id(), document.number(), document.originator(),
                    document.originatorName(),
                    Optional.of(code), document.sequence(), document.cycles() + 1, Optional.of(TRIED))));
            long id = document.id().value();
            return values.containsKey(id) ? values.get(id) : valuesOf.apply(id);
        }
    }
}
