package app.pervius.core.prepare;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.Unreadable;
import app.pervius.core.passage.Wait;
import app.pervius.core.passage.WayOut;
import app.pervius.core.prepare.PrepareFacts.Its;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Station Prepare: which file of the revision people read in the browser, whether a readable copy is made, and what is waited for. */
public final class Prepare {

    private static final List<FileFormat> READABLE = List.of(FileFormat.PDF, FileFormat.IMAGE, FileFormat.TEXT);
    /** Of which file a copy is made where there are several: what was written comes before what belongs to it. */
    private static final List<FileFormat> COPIED_FIRST = List.of(FileFormat.OFFICE, FileFormat.CAD, FileFormat.MODEL, FileFormat.OTHER,
            FileFormat.IMAGE, FileFormat.TEXT);
    private static final List<WayOut> WAYS_OUT = List.of(WayOut.TRY_AGAIN, WayOut.GO_ON_ALL_THE_SAME, WayOut.SEND_BACK, WayOut.TAKE_OUT);

    private Prepare() {
    }

    public static Outcome<PrepareEffect> decide(PrepareFacts facts) {
        return scanned(facts).orElseGet(() -> opened(facts));
    }

    /** Malware stops whatever anybody has said; before the scanner has answered nothing goes on. */
    private static Optional<Outcome<PrepareEffect>> scanned(PrepareFacts facts) {
        for (Its its : facts.files()) {
            if (its.scan() instanceof Scan.Found(String what)) {
                return Optional.of(Outcome.stopped(StopReason.Code.MALWARE, "The malware scanner found “" + what + "” in “"
                        + its.name().text() + "”. Nobody can open it. Have its author hand in a clean one.", WayOut.SEND_BACK,
                        WayOut.TAKE_OUT));
            }
        }
        List<PrepareEffect> awaited = IntStream.range(0, facts.files().size())
                .filter(i -> facts.files().get(i).scan() instanceof Scan.Waiting)
                .<PrepareEffect>mapToObj(PrepareEffect.AwaitScan::new).toList();
        return awaited.isEmpty() || facts.tried() ? Optional.empty()
                : Optional.of(new Outcome.Waiting<>(awaited, Wait.forAsLongAs("the malware scanner")));
    }

    private static Outcome<PrepareEffect> opened(PrepareFacts facts) {
        Optional<Its> closed = facts.files().stream().filter(f -> !f.opens()).findFirst();
        String said = closed.map(f -> "“" + f.name().text() + "” cannot be opened: " + f.cannotOpen().orElseThrow() + ".").orElse("");
        if (closed.isPresent() && facts.unreadable() == Unreadable.STOP) {
            return Outcome.stopped(StopReason.Code.CANNOT_BE_READ, said, WayOut.GO_ON_ALL_THE_SAME, WayOut.TRY_AGAIN, WayOut.SEND_BACK,
                    WayOut.TAKE_OUT);
        }
        if (closed.isPresent() && facts.unreadable() == Unreadable.RETURN) {
            return new Outcome.Returned<>(new StopReason(StopReason.Code.CANNOT_BE_READ, said + " Hand in one that everybody can open."));
        }
        Remarks remarks = new Remarks(said, "");
        List<String> missing = facts.overlooked() ? List.of() : facts.plan().companion().map(c -> c.missing(facts.files().stream()
                .map(Its::name).toList())).orElse(List.of());
        if (missing.isEmpty()) {
            return compared(facts, remarks);
        }
        String awaited = PreparePlan.Companion.inWords(missing);
        PreparePlan.Companion companion = facts.plan().companion().orElseThrow();
        Instant until = facts.calendar().due(facts.since(), companion.workingDays());
        if (facts.tried()) {
            return reading(facts, remarks.foretelling("Waits first, up to " + companion.workingDays() + " working days, for its "
                    + awaited + "."));
        }
        if (facts.now().isBefore(until)) {
            return new Outcome.Waiting<>(List.of(), new Wait("its " + awaited, Optional.empty(),
                    Optional.of(new Wait.Limit(until, new Wait.Then.Anew()))));
        }
        return companion.then() == PreparePlan.Companion.Then.GO_ON
                ? reading(facts, remarks.with("Its " + awaited + " did not come in " + companion.workingDays() + " working days."))
                : stopped(StopReason.Code.NO_COMPANION, "Its " + awaited + " did not come in " + companion.workingDays()
                        + " working days: a file “" + facts.files().getFirst().name().base() + "." + missing.getFirst()
                        + "”, handed in where this one was.");
    }

    /** All is there: title blocks that came with a companion have to agree as those that came at once had to at Identify. */
    private static Outcome<PrepareEffect> compared(PrepareFacts facts, Remarks remarks) {
        if (facts.compared().differences().isEmpty()) {
            return reading(facts, remarks);
        }
        String said = "Name and title block disagree: " + String.join("; ", facts.compared().differences()) + ".";
        Compared.Then then = facts.overlooked() ? Compared.Then.NOTE : facts.compared().then();
        return switch (then) {
            case NOTE -> reading(facts, remarks.with(said));
            case STOP -> Outcome.stopped(StopReason.Code.TITLE_BLOCK_DIFFERS, said, WayOut.GO_ON_ALL_THE_SAME, WayOut.SEND_BACK,
                    WayOut.TAKE_OUT);
            case RETURN -> new Outcome.Returned<>(new StopReason(StopReason.Code.TITLE_BLOCK_DIFFERS, said));
        };
    }

    /** A PDF that opens is read as it is; of what comes without one a copy is made, as the rule says. */
    private static Outcome<PrepareEffect> reading(PrepareFacts facts, Remarks remarks) {
        boolean enough = facts.files().stream().anyMatch(f -> f.format() == FileFormat.PDF && f.opens())
                || facts.files().stream().allMatch(f -> f.format() == FileFormat.PDF);
        if (enough || facts.plan().copy() == PreparePlan.Copy.NONE) {
            return asItIs(facts, remarks);
        }
        Optional<Integer> copied = toCopy(facts.files());
        if (copied.isEmpty()) {
            return without(facts, remarks, "Nothing here makes a PDF of " + facts.files().stream().filter(f -> f.format() != FileFormat.PDF)
                    .map(f -> "“" + f.name().text() + "”").distinct().collect(Collectors.joining(" or ")) + ".");
        }
        int file = copied.get();
        Its its = facts.files().get(file);
        String name = "“" + its.name().text() + "”";
        if (facts.tried() && !(its.copied() instanceof Copied.Made)) {
            return kept(facts, file, true, new Outcome.Passed<>(List.of(new PrepareEffect.ReadHere(file, false)),
                    remarks.foretold("A readable copy of " + name + " will be made" + by(its) + ".")));
        }
        return switch (its.copied()) {
            case Copied.Made(String by, String said) -> {
                String account = "the readable copy of " + name + ", made by " + by + "." + (said.isBlank() ? "" : " It said: " + said);
                yield kept(facts, file, true, new Outcome.Passed<>(List.of(new PrepareEffect.ReadHere(file, true)),
                        remarks.told("Read here: " + account), remarks.foretold("Will be read here: " + account)));
            }
            case Copied.NotYet notYet -> new Outcome.Waiting<>(List.of(new PrepareEffect.MakeCopy(file)), Wait.forAsLongAs(
                    "the readable copy of " + name));
            case Copied.Making making -> new Outcome.Waiting<>(List.of(new PrepareEffect.MakeCopy(file)), Wait.forAsLongAs(
                    "the readable copy of " + name));
            case Copied.Failed(String why) -> without(facts, remarks, "No readable copy of " + name + " could be made: " + why);
        };
    }

    private static String by(Its its) {
        return its.copied() instanceof Copied.NotYet(Optional<String> by) ? by.map(name -> " by " + name).orElse("") : "";
    }

    /** No copy can be made. */
    private static Outcome<PrepareEffect> without(PrepareFacts facts, Remarks remarks, String why) {
        boolean stops = facts.plan().copy() == PreparePlan.Copy.NEEDED && !facts.overlooked();
        return stops ? stopped(StopReason.Code.NO_COPY, why + " The rule wants one: hand in a PDF of the same name where it was handed in, "
                + "try again, or let it go on without.") : asItIs(facts, remarks.with(why));
    }

    private static Outcome<PrepareEffect> stopped(StopReason.Code code, String sentence) {
        return Outcome.stopped(code, sentence, WAYS_OUT.toArray(WayOut[]::new));
    }

    private static Outcome<PrepareEffect> asItIs(PrepareFacts facts, Remarks remarks) {
        List<Its> files = facts.files();
        return first(files, READABLE, f -> true).map(i -> kept(facts, i, false, new Outcome.Passed<>(
                List.of(new PrepareEffect.ReadHere(i, false)), remarks.told("Read here: " + files.get(i).name().text() + "."),
                remarks.foretold("Will be read here: " + files.get(i).name().text() + "."))))
                .orElseGet(() -> {
                    String account = "No file of it can be read in the browser; it is read with its own program.";
                    return new Outcome.Passed<>(List.of(), remarks.told(account), remarks.foretold(account));
                });
    }

    /** The PDF that is read is put where the rule says as well, a PDF that came only into another tree. */
    private static Outcome<PrepareEffect> kept(PrepareFacts facts, int file, boolean copy, Outcome.Passed<PrepareEffect> passed) {
        Keeping.Place place = facts.plan().keeping().place();
        Its its = facts.files().get(file);
        boolean pdf = copy || its.format() == FileFormat.PDF && its.opens();
        if (place == Keeping.Place.WITH_IT || !pdf || place == Keeping.Place.BESIDE && !copy) {
            return passed;
        }
        return switch (facts.lying().apply(file)) {
            case Keeping.Lying.At(String folder, String name) -> {
                String where = " in “" + folder + "” as “" + name + "”.";
                List<PrepareEffect> effects = new ArrayList<>(passed.effects());
                effects.add(new PrepareEffect.Keep(file, copy));
                yield with(new Outcome.Passed<>(effects, passed.account(), passed.foretold()), "Its PDF lies" + where,
                        "Its PDF will lie" + where);
            }
            case Keeping.Lying.Already already -> passed;
            case Keeping.Lying.Nowhere(String why) -> with(passed, why, why);
        };
    }

    private static Outcome<PrepareEffect> with(Outcome.Passed<PrepareEffect> passed, String told, String foretold) {
        return new Outcome.Passed<>(passed.effects(), ended(passed.account()) + " " + told, ended(passed.foretold()) + " " + foretold);
    }

    private static String ended(String sentences) {
        return sentences.endsWith(".") ? sentences : sentences + ".";
    }

    /** The file a copy is made of: one that can be, unless all have failed. */
    private static Optional<Integer> toCopy(List<Its> files) {
        return first(files, COPIED_FIRST, f -> !(f.copied() instanceof Copied.NotYet(Optional<String> by) && by.isEmpty()));
    }

    /** The first of the kinds in their order; one that can be opened before one that cannot. */
    private static Optional<Integer> first(List<Its> files, List<FileFormat> order, Predicate<Its> which) {
        return IntStream.range(0, files.size()).boxed().filter(i -> order.contains(files.get(i).format()) && which.test(files.get(i)))
                .min(Comparator.comparing((Integer i) -> !files.get(i).opens())
                        .thenComparing(i -> files.get(i).copied() instanceof Copied.Failed)
                        .thenComparing(i -> order.indexOf(files.get(i).format())).thenComparing(i -> i));
    }

    /** What is to be said besides; {@code ahead} only while it has not happened. */
    private record Remarks(String all, String ahead) {

        Remarks with(String sentence) {
            return new Remarks((all + " " + sentence).strip(), ahead);
        }

        Remarks foretelling(String sentence) {
            return new Remarks(all, sentence);
        }

        String told(String account) {
            return (account + " " + all).strip();
        }

        String foretold(String account) {
            return (ahead + " " + account + " " + all).strip();
        }
    }
}
