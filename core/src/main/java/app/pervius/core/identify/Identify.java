package app.pervius.core.identify;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.WayOut;
import app.pervius.core.pattern.Reading;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.register.KnownNumbers;
import app.pervius.core.register.RevisionCode;
import java.util.List;
import java.util.Optional;

/** Station Identify: is it a known document's next revision, or something new, and what does its name say. */
public final class Identify {

    private static final Field TITLE = new Field("title", "Title", new FieldKind.Text(), 200);

    private Identify() {
    }

    /** The fields a name pattern may name: the project's, and the title. */
    public static Fields nameFields(Fields ofTheProject) {
        return ofTheProject.with(List.of(TITLE));
    }

    public static Outcome<IdentifyEffect> decide(IdentifyFacts facts, KnownNumbers numbers) {
        return NumberInName.find(facts.baseName(), facts.numberPatterns())
                .map(named -> nextRevision(facts, named, numbers))
                .orElseGet(() -> newDocument(facts));
    }

    private static Outcome<IdentifyEffect> nextRevision(IdentifyFacts facts, NumberInName named, KnownNumbers numbers) {
        Optional<KnownDocument> found = numbers.find(named.number());
        if (found.isEmpty()) {
            return stop(StopReason.Code.UNKNOWN_NUMBER, "The name carries the number " + named.number()
                    + ", but the ledger does not know it: it was never assigned.");
        }
        KnownDocument document = found.get();
        if (!document.originator().equals(facts.authorFirm())) {
            return stop(StopReason.Code.WRONG_ORIGINATOR, document.number() + " is a document of " + document.originatorName()
                    + ", and this comes from " + facts.authorFirmName() + ".");
        }
        if (document.onItsWay().isPresent()) {
            return stop(StopReason.Code.ALREADY_ON_ITS_WAY, document.number() + " cannot have a next revision yet: "
                    + document.onItsWay().get() + ".");
        }
        return inSequence(named, document);
    }

    private static Outcome<IdentifyEffect> inSequence(NumberInName named, KnownDocument document) {
        Optional<RevisionCode> next = document.latest().isEmpty()
                ? Optional.of(new RevisionCode('P', 1)) : document.latest().get().next();
        if (next.isEmpty()) {
            return stop(StopReason.Code.REVISION_OUT_OF_SEQUENCE, "After " + document.latest().orElseThrow()
                    + " of " + document.number() + " there is no next revision code.");
        }
        if (named.revision().isPresent() && !named.revision().equals(next)) {
            return stop(StopReason.Code.REVISION_OUT_OF_SEQUENCE, "The name says revision " + named.revision().get() + ", but "
                    + document.latest().map(latest -> "after " + latest + " of " + document.number() + " comes " + next.get())
                            .orElse("the first revision of " + document.number() + " is " + next.get()) + ".");
        }
        return new Outcome.Passed<>(List.of(new IdentifyEffect.NextRevision(document, next.get(), document.cycles() + 1)), "The name carries " + document.number() + "; this is its revision " + next.get() + ".");
    }

    private static Outcome<IdentifyEffect> newDocument(IdentifyFacts facts) {
        if (facts.namePattern().isEmpty()) {
            return found(facts.known(), facts.baseName(), "The name carries no controlled number: a new document.");
        }
        return switch (facts.namePattern().get().read(facts.baseName())) {
            case Reading.Fits fits -> found(facts.known().with(fits.values()),
                    fits.values().get("title").orElse(facts.baseName()),
                    "The name was read with “" + facts.namePattern().get() + "”: a new document.");
            case Reading.Misfit misfit -> stop(StopReason.Code.NAME_DOES_NOT_FIT, "“" + facts.baseName() + "” does not fit “"
                    + facts.namePattern().get() + "”: " + misfit.inWords() + "."
                    + facts.namePattern().get().nearest(facts.baseName()).map(near -> " “" + near + "” would fit.").orElse(""));
        };
    }

    private static Outcome<IdentifyEffect> found(FieldValues values, String title, String account) {
        return new Outcome.Passed<>(List.of(new IdentifyEffect.FieldsRead(values),
                new IdentifyEffect.TitleRead(title.replace('_', ' ').strip())), account);
    }

    private static Outcome<IdentifyEffect> stop(StopReason.Code code, String sentence) {
        return Outcome.stopped(code, sentence, WayOut.PUT_NAME_RIGHT, WayOut.TRY_AGAIN, WayOut.CHOOSE_RULE, WayOut.GO_ON_IN_FORCE,
                WayOut.SEND_BACK, WayOut.TAKE_OUT);
    }
}
