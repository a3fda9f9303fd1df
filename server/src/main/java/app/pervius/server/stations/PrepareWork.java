package app.pervius.server.stations;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.arrive.FileName;
import app.pervius.core.identify.Checks;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.identify.TitleBlock;
import app.pervius.core.passage.Change;
import app.pervius.core.passage.Follow;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.passage.Unreadable;
import app.pervius.core.prepare.Compared;
import app.pervius.core.prepare.Copied;
import app.pervius.core.prepare.Prepare;
import app.pervius.core.prepare.PrepareEffect;
import app.pervius.core.prepare.PrepareFacts;
import app.pervius.core.prepare.PreparePlan;
import app.pervius.core.prepare.Scan;
import app.pervius.core.rules.Handling;
import app.pervius.server.copies.Copies;
import app.pervius.server.copies.kept.KeptCopies;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.Joining;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.StationWork;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.Rules;
import app.pervius.server.scanning.Scans;
import app.pervius.server.titleblocks.TitleBlockRemarks;
import app.pervius.server.titleblocks.TitleBlocks;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

@Component
class PrepareWork implements StationWork<PrepareEffect>, Joining.Spoilt {

    private final TitleBlocks titleBlocks;
    private final TitleBlockRemarks remarks;
    private final Copies copies;
    private final KeptCopies kept;
    private final Passages passages;
    private final Projects projects;
    private final Scans scans;
    private final Rules rules;
    private final InstantSource clock;

    PrepareWork(TitleBlocks titleBlocks, TitleBlockRemarks remarks, Copies copies, KeptCopies kept, Passages passages, Projects projects,
            Scans scans, Rules rules, InstantSource clock) {
        this.rules = rules;
        this.scans = scans;
        this.titleBlocks = titleBlocks;
        this.remarks = remarks;
        this.copies = copies;
        this.kept = kept;
        this.passages = passages;
        this.projects = projects;
        this.clock = clock;
    }

    @Override
    public Station station() {
        return Station.PREPARE;
    }

    @Override
    public Outcome<PrepareEffect> decide(PassageFacts passage, Books books) {
        Unreadable unreadable = passage.overlooked() ? Unreadable.NOTE
                : passage.handling().map(Handling::identify).orElse(IdentifyPlan.USUAL).checks().unreadable();
        // What was sent by hand has no rule that says otherwise.
        PreparePlan plan = passage.handling().map(Handling::prepare).orElse(PreparePlan.USUAL);
        return Prepare.decide(new PrepareFacts(passage.files().stream().map(file -> its(passage, file, plan)).toList(), unreadable, plan,
                passage.overlooked(), books.tried(), projects.settings(passage.project()).calendar(), passage.passage().since(),
                clock.instant(), compared(passage, plan), file -> kept.lying(passage, passage.files().get(file), plan.keeping(),
                        passage.rule().map(books::stands))));
    }

    /** Where nothing is waited for, all that is there was compared at Identify. */
    private Compared compared(PassageFacts passage, PreparePlan plan) {
        Checks.TitleBlock says = passage.handling().map(Handling::identify).orElse(IdentifyPlan.USUAL).checks().titleBlock();
        return says == Checks.TitleBlock.NOT_COMPARED || plan.companion().isEmpty() ? Compared.NOTHING
                : new Compared(remarks.differences(passage.project(), passage.files(), passage.number(), passage.revision()),
                switch (says) {
                    case NOT_COMPARED, NOTE -> Compared.Then.NOTE;
                    case STOP -> Compared.Then.STOP;
                    case RETURN -> Compared.Then.RETURN;
                });
    }

    /** One that may go on all the same is not tried again where it has failed. */
    private PrepareFacts.Its its(PassageFacts passage, PassageFacts.File file, PreparePlan plan) {
        FileName name = new FileName(file.name());
        FileFormat format = FileFormat.of(name, file.mediaType());
        return new PrepareFacts.Its(name, format, cannotOpen(file), plan.copy() == PreparePlan.Copy.NONE || format == FileFormat.PDF
                ? new Copied.NotYet(Optional.empty()) : copies.of(file, passage.overlooked() ? Instant.EPOCH : passage.passage().since()),
                switch (scans.of(file.hash())) {
                    case Scans.Verdict.Open open -> new Scan.Open();
                    case Scans.Verdict.Waiting waiting -> new Scan.Waiting();
                    case Scans.Verdict.Found(String what) -> new Scan.Found(what);
                });
    }

    private Optional<String> cannotOpen(PassageFacts.File file) {
        return isKnownPdf(file) && titleBlocks.of(file.hash()) instanceof TitleBlock.CannotOpen(String reason) ? Optional.of(reason)
                : Optional.empty();
    }

    @Override
    public boolean isSpoilt(PassageFacts.File file) {
        return cannotOpen(file).isPresent() || scans.of(file.hash()) instanceof Scans.Verdict.Found;
    }

    private static boolean isKnownPdf(PassageFacts.File file) {
        return file.mediaType().equals("application/pdf") && !file.hash().isEmpty();
    }

    @Override
    public void beforehand(List<PassageFacts.File> files) {
        files.stream().filter(PrepareWork::isKnownPdf).forEach(file -> titleBlocks.prepare(file.hash(), file.size()));
        copies.beforehand(files);
    }

    @Override
    public Follow follow(PassageFacts passage, List<PrepareEffect> effects, Books books) {
        return Follow.of(effects.stream().filter(PrepareEffect.ReadHere.class::isInstance).map(PrepareEffect.ReadHere.class::cast)
                .<Change>map(read -> new Change.ReadHere(read.file())).toList());
    }

    @Override
    public void carryOut(PassageFacts passage, List<PrepareEffect> effects) {
        for (PrepareEffect effect : effects) {
            switch (effect) {
                case PrepareEffect.AwaitScan(int file) -> scans.awaits(passage.id(), passage.files().get(file).hash());
                case PrepareEffect.MakeCopy(int file) -> copies.make(passage, passage.files().get(file));
                case PrepareEffect.Keep(int file, boolean copy) -> kept.keep(passage, passage.files().get(file), copy,
                        passage.handling().orElseThrow().prepare().keeping(), passage.rule().map(rules::stands));
                case PrepareEffect.ReadHere(int file, boolean copy) -> {
                    if (copy) {
                        passages.readCopy(passage.id(), file, copies.made(passage.files().get(file)).orElseThrow());
                    }
                }
            }
        }
    }
}
