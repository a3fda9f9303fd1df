package app.pervius.server.numbers;

import app.pervius.core.number.Drawing;
import app.pervius.core.number.Ledger;
import app.pervius.core.number.NumberState;
import app.pervius.core.passage.TakenBy;
import app.pervius.core.project.FieldValues;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.register.KnownNumbers;
import app.pervius.core.register.RevisionCode;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.Where;
import app.pervius.server.documents.Documents;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.Choices;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Reviewed;
import app.pervius.server.store.CrashPoint;
import java.time.InstantSource;
import org.springframework.stereotype.Component;

/** The books themselves: ledger and register of a project, with what is drawn from a counter held until the transaction ends. */
@Component
class HeldBooks implements Books.Keeper {

    private final LedgerBook book;
    private final Documents documents;
    private final Choices.OfRules rules;
    private final Reviewed.Keeper reviews;
    private final InstantSource clock;

    HeldBooks(LedgerBook book, Documents documents, Choices.OfRules rules, Reviewed.Keeper reviews, InstantSource clock) {
        this.book = book;
        this.documents = documents;
        this.rules = rules;
        this.reviews = reviews;
        this.clock = clock;
    }

    @Override
    public Books of(long project) {
        return new Of(project);
    }

    private final class Of implements Books {
        private final long project;

        Of(long project) {
            this.project = project;
        }

        @Override
        public Ledger ledger() {
            return book.held(project);
        }

        @Override
        public KnownNumbers numbers() {
            return number -> book.known(project, number);
        }

        @Override
        public RuleSheet sheet() {
            return rules.sheet(project);
        }

        @Override
        public Handling handling(TakenBy by) {
            return rules.handling(project, by);
        }

        @Override
        public Where stands(TakenBy by) {
            return rules.stands(by);
        }

        @Override
        public Reviewed reviewed(PassageFacts passage) {
            return reviews.of(passage.id());
        }

        @Override
        public long assign(PassageFacts passage, Drawing drawing, RevisionCode first) {
            long document = opened(passage, drawing.number());
            book.keep(project, drawing, entry -> {
                entry.state = NumberState.ASSIGNED;
                entry.documentId = document;
                entry.firmId = passage.authorFirm();
                entry.byRule = passage.ruleInWords();
                entry.cameAt = clock.instant();
            });
            documents.addRevision(document, first, 1, passage.id());
            CrashPoint.NUMBER_TAKEN.reached();
            return document;
        }

        @Override
        public long useReserved(PassageFacts passage, String number, RevisionCode first) {
            long document = opened(passage, number);
            book.assignReserved(project, number, document, passage.ruleInWords());
            documents.addRevision(document, first, 1, passage.id());
            return document;
        }

        private long opened(PassageFacts passage, String number) {
            return documents.open(new Documents.NewDocument(project, number, passage.title(), passage.authorFirm(), passage.values(), ""));
        }

        @Override
        public FieldValues revise(PassageFacts passage, KnownDocument document, RevisionCode code, int cycle) {
            long id = document.id().value();
            book.came(id);
            documents.addRevision(id, code, cycle, passage.id());
            return documents.valuesOf(id);
        }
    }
}
