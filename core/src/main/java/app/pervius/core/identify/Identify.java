package app.pervius.core.identify;

import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.Wait;
import app.pervius.core.passage.WayOut;
import app.pervius.core.pattern.NameParts;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.Patterns;
import app.pervius.core.pattern.Reading;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.project.FirmId;
import app.pervius.core.register.Known;
import app.pervius.core.register.KnownDocument;
import app.pervius.core.register.KnownNumbers;
import app.pervius.core.register.NextRevision;
import app.pervius.core.register.RevisionCode;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Station Identify: is it a known document's next revision, or something new, and what does its name say. */
public final class Identify {

    private static final Field TITLE = new Field("title", "Title", new FieldKind.Text(), 200);

    private final IdentifyFacts facts;

    private Identify(IdentifyFacts facts) {
        this.facts = facts;
    }

    /** The fields a name pattern may name: the project's, the day in a name, and the title. */
    public static Fields nameFields(Fields ofTheProject) {
        return ofTheProject.remember(Identify.class, Fields.class, () -> ofTheProject.orElse(List.of(NameParts.DAY)).with(List.of(TITLE)));
    }

    public static Outcome<IdentifyEffect> decide(IdentifyFacts facts, KnownNumbers numbers) {
        Identify identify = new Identify(facts);
        if (facts.already().isPresent()) {
            return again(facts.already().get());
        }
        return identify.compared(NumberInName.find(facts.coming().baseName(), facts.patterns().numbers(), facts.sequences())
                .map(named -> identify.numbered(named, numbers.find(named.number())))
                .orElseGet(() -> facts.sameName().map(identify::sameName).orElseGet(identify::newDocument)));
    }

    /** What was found out, unless the title block says otherwise and the rule minds. */
    private Outcome<IdentifyEffect> compared(Outcome<IdentifyEffect> found) {
        if (!(found instanceof Outcome.Passed<IdentifyEffect>(List<IdentifyEffect> effects, String account, String foretold))
                || facts.titleBlock().isEmpty()) {
            return found;
        }
        Optional<String> number = Optional.empty();
        Optional<String> revision = Optional.empty();
        for (IdentifyEffect effect : effects) {
            if (effect instanceof IdentifyEffect.NextRevision next) {
                number = Optional.of(next.document().number());
                revision = Optional.of(next.code().text());
            } else if (effect instanceof IdentifyEffect.UseReserved reserved) {
                number = Optional.of(reserved.number());
                revision = Optional.of(reserved.first().text());
            }
        }
        List<String> differences = facts.titleBlock().get().differences(number, revision, facts.patterns().numbers(), facts.sequences());
        if (differences.isEmpty()) {
            return new Outcome.Passed<>(effects, account + " " + facts.titleBlock().get().inWords());
        }
        String said = "Name and title block disagree: " + String.join("; ", differences) + ".";
        return switch (facts.checks().titleBlock()) {
            case NOT_COMPARED -> found;
            case NOTE -> new Outcome.Passed<>(effects, account + " " + said);
            case RETURN -> new Outcome.Returned<>(new StopReason(StopReason.Code.TITLE_BLOCK_DIFFERS, said));
            case STOP -> Outcome.stopped(StopReason.Code.TITLE_BLOCK_DIFFERS, said, WayOut.PUT_NAME_RIGHT, WayOut.GO_ON_ALL_THE_SAME,
                    WayOut.CHOOSE_RULE, WayOut.GO_ON_IN_FORCE,
                    WayOut.SEND_BACK, WayOut.TAKE_OUT);
        };
    }

    private static Outcome<IdentifyEffect> again(IdentifyFacts.Already already) {
        KnownDocument document = already.document();
        if (document.onItsWay().isPresent()) {
            return stop(StopReason.Code.ALREADY_ON_ITS_WAY, document.number() + " cannot be sent now: " + document.onItsWay().get() + ".");
        }
        return new Outcome.Passed<>(List.of(new IdentifyEffect.NextRevision(document, already.code(), document.cycles() + 1)),
                "It is revision " + already.code() + " of " + document.number() + ", sent on by hand.");
    }

    private Outcome<IdentifyEffect> numbered(NumberInName named, Known known) {
        return switch (known) {
            case Known.Document(KnownDocument document) -> nextRevision(named, document);
            case Known.Reserved reserved -> fromReserve(named, reserved);
            case Known.Voided(String reason, Optional<FirmId> forFirm) -> stop(StopReason.Code.UNKNOWN_NUMBER,
                    "The name carries the number " + named.number()
                    + ", which was voided and will never be used" + (forFirm.filter(f -> !f.equals(facts.coming().firm())).isPresent() ? "."
                            : ": " + reason));
            case Known.Never() -> facts.checks().unknownNumber() == Checks.Then.GO_ON ? newDocument()
                    : refuse(facts.checks().unknownNumber(), StopReason.Code.UNKNOWN_NUMBER, "The name carries the number " + named.number()
                            + ", but the ledger does not know it: it was never assigned.");
        };
    }

    /** The name carries no number, but a file of this name has a document. */
    private Outcome<IdentifyEffect> sameName(KnownDocument document) {
        return switch (facts.checks().sameName()) {
            case NEXT_REVISION -> nextRevision(new NumberInName(document.number(), FieldValues.NONE, Optional.empty(), ""), document,
                    "A file of this name here is ");
            case NEW_DOCUMENT -> newDocument();
            case ASK -> Outcome.stopped(new StopReason(StopReason.Code.SAME_NAME,
                    "A file of this name here is " + document.number() + ". Is this its next revision? Then put the number into its "
                    + "name. Is it another document? Then let it go on all the same.", List.of(),
                    Optional.of(document.number() + "_" + facts.coming().baseName())), WayOut.PUT_NAME_RIGHT, WayOut.GO_ON_ALL_THE_SAME,
                    WayOut.CHOOSE_RULE, WayOut.SEND_BACK, WayOut.TAKE_OUT);
        };
    }

    private Outcome<IdentifyEffect> nextRevision(NumberInName named, KnownDocument document) {
        return nextRevision(named, document, "The name carries ");
    }

    /** @param told how the document was recognised, as the beginning of a sentence */
    private Outcome<IdentifyEffect> nextRevision(NumberInName named, KnownDocument document, String told) {
        boolean others = !document.originator().equals(facts.coming().firm());
        if (others && facts.checks().wrongOriginator() != Checks.Then.GO_ON) {
            return refuse(facts.checks().wrongOriginator(), StopReason.Code.WRONG_ORIGINATOR, notFree(document.number()));
        }
        if (document.onItsWay().isPresent()) {
            return notYet(document, document.onItsWay().get());
        }
        return sequence(named, document.number(), document.latest(), facts.sequence().or(document::sequence), code ->
                new Outcome.Passed<>(List.of(new IdentifyEffect.NextRevision(document, code, document.cycles() + 1)),
                        told + document.number() + "; this is its revision " + code + "."
                                + (others ? " It comes from " + facts.coming().firmName() + ", and the rule lets that go on." : "")));
    }

    private Outcome<IdentifyEffect> notYet(KnownDocument document, String onItsWay) {
        if (facts.checks().onItsWay() == Checks.Then.GO_ON) {
            return new Outcome.Waiting<>(List.of(), new Wait("the revision of " + document.number() + " before it: " + onItsWay,
                    Optional.of(document.id()), Optional.empty()));
        }
        return refuse(facts.checks().onItsWay(), StopReason.Code.ALREADY_ON_ITS_WAY,
                document.number() + " cannot have a next revision yet: " + onItsWay + ".");
    }

    /** All that a firm is told of a number that is another's: whose it is, and what for, is not its business. */
    private String notFree(String number) {
        return "The name carries the number " + number + ", which is not free for " + facts.coming().firmName() + ".";
    }

    private Outcome<IdentifyEffect> fromReserve(NumberInName named, Known.Reserved reserved) {
        FirmId mine = facts.coming().firm();
        if (!reserved.forFirm().equals(mine) && facts.checks().wrongOriginator() != Checks.Then.GO_ON) {
            return refuse(facts.checks().wrongOriginator(), StopReason.Code.WRONG_ORIGINATOR, notFree(named.number()));
        }
        return sequence(named, named.number(), Optional.empty(), facts.sequence(), code -> new Outcome.Passed<>(List.of(
                new IdentifyEffect.FieldsRead(facts.coming().known().with(named.values())),
                new IdentifyEffect.TitleRead(title(named.rest().isBlank() ? facts.coming().baseName() : named.rest())),
                new IdentifyEffect.UseReserved(named.number(), code)),
                "The name carries " + named.number() + ", reserved for " + reserved.firmName() + "; this is its revision " + code + "."));
    }

    private Outcome<IdentifyEffect> sequence(NumberInName named, String number, Optional<RevisionCode> latest, Optional<String> wanted,
            Function<RevisionCode, Outcome<IdentifyEffect>> goOn) {
        String after = latest.map(code -> "after " + code + " of " + number + " comes ").orElse("the first revision of " + number + " is ");
        return switch (facts.sequences().next(latest, named.revision(), wanted)) {
            case NextRevision.Follows(RevisionCode code) -> goOn.apply(code);
            case NextRevision.Changes(RevisionCode code, var into) -> goOn.apply(code);
            case NextRevision.Skips(RevisionCode said, RevisionCode expected) when facts.checks()
                    .outOfSequence() == Checks.Then.GO_ON -> goOn.apply(said);
            case NextRevision.Skips(RevisionCode said, RevisionCode expected) -> refuse(facts.checks().outOfSequence(),
                    StopReason.Code.REVISION_OUT_OF_SEQUENCE, "The name says revision " + said + ", but " + after + expected + ".");
            case NextRevision.GoesBack(RevisionCode said, RevisionCode last, RevisionCode expected) -> refuse(
                    facts.checks().outOfSequence() == Checks.Then.RETURN ? Checks.Then.RETURN : Checks.Then.STOP,
                    StopReason.Code.REVISION_OUT_OF_SEQUENCE, "The name says revision " + said + ", which goes back: the newest of "
                    + number
                            + " is " + last + ", and next comes " + expected + ".");
            case NextRevision.NoMore(RevisionCode last) -> stop(StopReason.Code.REVISION_OUT_OF_SEQUENCE, "After " + last + " of " + number
                    + " there is no next revision code.");
        };
    }

    private Outcome<IdentifyEffect> newDocument() {
        if (facts.patterns().names().isEmpty()) {
            return found(facts.coming().known(), facts.coming().baseName(), "The name carries no controlled number: a new document.");
        }
        Patterns.ReadBy read = new Patterns(facts.patterns().names()).read(facts.coming().baseName());
        return switch (read.reading()) {
            case Reading.Fits fits -> found(facts.coming().known().with(fits.values()), fits.values().get("title")
                    .orElse(facts.coming().baseName()),
                    "The name was read with “" + read.by() + "”: a new document.");
            case Reading.Misfit misfit when facts.checks().nameMisfit() == Checks.Then.GO_ON ->
                    found(facts.coming().known(), facts.coming().baseName(),
                            "No pattern reads the name; the rule lets that go on: a new document.");
            case Reading.Misfit misfit -> {
                Optional<String> near = read.by().nearest(facts.coming().baseName());
                yield refuse(facts.checks().nameMisfit(), new StopReason(StopReason.Code.NAME_DOES_NOT_FIT,
                        "“" + facts.coming().baseName() + "” does not fit " + fitting(read.by()) + ": "
                        + misfit.inWords() + "." + near.map(n -> " “" + n + "” would fit.").orElse(""), List.of(), near));
            }
        };
    }

    private String fitting(Pattern furthest) {
        int others = facts.patterns().names().size() - 1;
        return others == 0 ? "“" + furthest + "”" : "any of " + (others + 1) + " patterns; it came furthest with “" + furthest + "”";
    }

    private Outcome<IdentifyEffect> found(FieldValues values, String title, String account) {
        List<String> missing = facts.asks().stream().filter(key -> values.get(key).isEmpty()).toList();
        if (!missing.isEmpty()) {
            return new Outcome.Stopped<>(new StopReason(StopReason.Code.FIELD_MISSING, "The rule asks for "
                    + missing.stream().map(key -> "“" + facts.fields().label(key) + "”").collect(Collectors.joining(" and "))
                    + ", and nothing says what it is.", missing),
                    List.of(WayOut.GIVE_FIELDS, WayOut.PUT_NAME_RIGHT, WayOut.CHOOSE_RULE, WayOut.GO_ON_IN_FORCE, WayOut.SEND_BACK,
                            WayOut.TAKE_OUT));
        }
        return new Outcome.Passed<>(List.of(new IdentifyEffect.FieldsRead(values), new IdentifyEffect.TitleRead(title(title))), account);
    }

    private static String title(String text) {
        return text.replace('_', ' ').strip();
    }

    private static Outcome<IdentifyEffect> refuse(Checks.Then then, StopReason.Code code, String sentence) {
        return refuse(then, new StopReason(code, sentence));
    }

    private static Outcome<IdentifyEffect> refuse(Checks.Then then, StopReason reason) {
        return then == Checks.Then.RETURN ? new Outcome.Returned<>(reason) : stop(reason);
    }

    private static Outcome<IdentifyEffect> stop(StopReason.Code code, String sentence) {
        return stop(new StopReason(code, sentence));
    }

    private static Outcome<IdentifyEffect> stop(StopReason reason) {
        return Outcome.stopped(reason, WayOut.PUT_NAME_RIGHT, WayOut.TRY_AGAIN, WayOut.CHOOSE_RULE, WayOut.GO_ON_IN_FORCE,
                WayOut.SEND_BACK, WayOut.TAKE_OUT);
    }
}
