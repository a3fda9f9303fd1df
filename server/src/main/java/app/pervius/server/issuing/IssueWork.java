package app.pervius.server.issuing;

import app.pervius.core.arrive.FileName;
import app.pervius.core.issue.IssueEffect;
import app.pervius.core.issue.IssueFacts;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Issuing;
import app.pervius.core.issue.Spot;
import app.pervius.core.issue.Target;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.InformationState;
import app.pervius.core.rules.Handling;
import app.pervius.core.tell.Occasion;
import app.pervius.server.documents.Documents;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.live.Live;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.FilesPlaced;
import app.pervius.server.passages.PassageChange;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.RuleVoices;
import app.pervius.server.passages.StationWork;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.Reviews;
import app.pervius.server.store.CrashPoint;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** Station Issue: what was current, what becomes current and every file of both change hands in one transaction. */
@Component
class IssueWork implements StationWork<IssueEffect> {

    private final Projects projects;
    private final Folders folders;
    private final Files files;
    private final Documents documents;
    private final Reviews reviews;
    private final Messages messages;
    private final RuleVoices voices;
    private final ApplicationEventPublisher events;
    private final Live live;

    IssueWork(Projects projects, Folders folders, Files files, Documents documents, Reviews reviews, Messages messages, RuleVoices voices,
            ApplicationEventPublisher events, Live live) {
        this.projects = projects;
        this.folders = folders;
        this.files = files;
        this.documents = documents;
        this.reviews = reviews;
        this.messages = messages;
        this.voices = voices;
        this.events = events;
        this.live = live;
    }

    @Override
    public Station station() {
        return Station.ISSUE;
    }

    @Override
    public Outcome<IssueEffect> decide(PassageFacts passage, Books books) {
        Projects.Settings project = projects.settings(passage.project());
        Optional<IssueFacts.Decided> decided = passage.decision().map(d ->
                new IssueFacts.Decided(DecisionCode.of(d.code(), project.decisionCodes()), d.toAuthor(), d.statusCode()));
        return Issuing.decide(new IssueFacts(passage.number().map(number -> new IssueFacts.Numbered(number, passage.revision().orElseThrow())), passage.title(), passage.baseName(),
                decided, passage.handling().map(Handling::issue).orElse(IssuePlan.AS_PROJECT), passage.files().stream().map(f -> new FileName(f.name())).toList(),
                passage.values(), project.fields(), project.statusCodes(), this::destination,
                state -> passage.document().flatMap(document -> documents.current(document, state)).map(c -> new IssueFacts.Former(c.revision(), c.code())),
                project.archive().filter(archive -> folders.find(archive.value()).isPresent()),
                (spot, name) -> taken(passage.document(), spot, name)));
    }

    @Override
    public List<PassageChange> perform(PassageFacts passage, List<IssueEffect> effects) {
        List<PassageChange> changes = new ArrayList<>();
        List<Long> placed = new ArrayList<>();
        for (IssueEffect effect : effects) {
            switch (effect) {
                case IssueEffect.Archive(IssueFacts.Former former, FolderId archive) -> archive(passage, former, archive);
                case IssueEffect.Replace(Spot spot, String name, FolderId archive) -> replace(passage, spot, name, archive);
                case IssueEffect.PlaceFile place -> placed.add(place(passage, place));
                case IssueEffect.SetFields(FieldValues values) -> changes.add(setFields(passage, values));
                case IssueEffect.MakeCurrent current -> changes.add(issue(passage, current));
                case IssueEffect.Filed(Spot spot) -> changes.add(filed(passage, spot));
                case IssueEffect.ReturnToAuthor back -> changes.add(giveBack(passage, back));
            }
        }
        if (!placed.isEmpty()) {
            events.publishEvent(new FilesPlaced(passage, placed));
        }
        return changes;
    }

    private void archive(PassageFacts passage, IssueFacts.Former former, FolderId archive) {
        long from = java.util.Arrays.stream(InformationState.values())
                .flatMap(state -> documents.current(passage.document().orElseThrow(), state).stream())
                .filter(c -> c.revision() == former.revision()).findFirst().orElseThrow().folder();
        InformationState state = folders.folder(from).state();
        // Extra copies in folders of the same state are no longer current either.
        files.ofRevision(former.revision()).stream().filter(Files.FileView::present).map(Files.FileView::folder).distinct()
                .filter(folder -> folder == from || folders.folder(folder).state() == state).forEach(folder -> {
                    files.move(former.revision(), folder, archive.value(), passage.author());
                    changed(passage, folder);
                });
        documents.retire(former.revision());
        changed(passage, archive.value());
    }

    private void replace(PassageFacts passage, Spot spot, String name, FolderId archive) {
        folders.below(spot.folder().value(), spot.below()).ifPresent(folder -> files.moveAway(folder, new FileName(name), archive.value(), passage.author()));
        changed(passage, archive.value());
    }

    private long place(PassageFacts passage, IssueEffect.PlaceFile place) {
        PassageFacts.File file = passage.files().get(place.file());
        long folder = folders.ensure(place.spot().folder().value(), place.spot().below());
        long id = files.place(folder, new Files.Content(new FileName(place.name()), file.hash(), file.size(), file.mediaType()), passage.author(),
                passage.document().map(document -> documents.revisionOf(passage.id())).orElse(null));
        if (place.manner() == Target.Manner.MOVE) {
            files.left(file.folderFile(), id);
            changed(passage, passage.folder());
        }
        changed(passage, folder);
        CrashPoint.HALF_PLACED.reached();
        return id;
    }

    private PassageChange setFields(PassageFacts passage, FieldValues values) {
        passage.document().ifPresent(document -> documents.setValues(document, values));
        return new PassageChange.Valued(passage.values().with(values));
    }

    private PassageChange filed(PassageFacts passage, Spot spot) {
        long folder = folders.ensure(spot.folder().value(), spot.below());
        tell(passage, Occasion.ISSUED, Map.of(), "Filed in " + folders.folder(folder).path());
        return new PassageChange.Ended(Passages.End.ISSUED, null);
    }

    private PassageChange issue(PassageFacts passage, IssueEffect.MakeCurrent current) {
        long folder = folders.ensure(current.spot().folder().value(), current.spot().below());
        documents.makeCurrent(documents.revisionOf(passage.id()), current.state(), folder, current.statusCode());
        tell(passage, Occasion.ISSUED, Map.of("status", current.statusCode(), "reason", reason(passage)), (current.statusCode().isEmpty() ? "Filed" : "Status " + current.statusCode()) + ", in " + folders.folder(folder).path()
                + said(passage));
        return new PassageChange.Ended(Passages.End.ISSUED, current.statusCode());
    }

    private PassageChange giveBack(PassageFacts passage, IssueEffect.ReturnToAuthor back) {
        tell(passage, Occasion.RETURNED, Map.of("reason", reason(passage)), (back.mustComeAgain() ? "The next revision is expected; send it with the number in its name."
                : "No further revision is expected. One that comes all the same is taken as the next.") + said(passage));
        return new PassageChange.Ended(Passages.End.RETURNED, null);
    }

    private void tell(PassageFacts passage, Occasion occasion, Map<String, String> known, String detail) {
        Messages.About about = new Messages.About(passage.project(), passage.submission(), passage.id(), passage.inWords(), passage.run(), passage.ruleInWords());
        List<Long> watching = new ArrayList<>(reviews.watchers(passage.id()).persons());
        if (passage.rule().isEmpty() && !watching.contains(passage.author())) {
            messages.tell(List.of(passage.author()), occasion, about, detail);
            watching.add(passage.author());
        }
        voices.speak(passage, occasion, known, detail, watching);
        reviews.tellWatchers(passage.id(), occasion, about, detail);
    }

    private String said(PassageFacts passage) {
        List<DecisionCode> codes = projects.settings(passage.project()).decisionCodes();
        return reviews.released(passage.id()).stream().map(s -> "\n" + s.stepName() + ", " + s.person() + ": " + s.code() + ", " + DecisionCode.of(s.code(), codes).name()
                + (s.comment().isEmpty() ? "" : ": " + s.comment())).collect(Collectors.joining());
    }

    /** Why it was decided so: what those who decided said, as the author reads it; where nobody said anything, what the decision is called. */
    private String reason(PassageFacts passage) {
        String comments = reviews.released(passage.id()).stream().map(Reviews.Said::comment).filter(c -> !c.isBlank()).collect(Collectors.joining("; "));
        return !comments.isEmpty() ? comments : passage.decision().map(d -> DecisionCode.of(d.code(), projects.settings(passage.project()).decisionCodes()).name()).orElse("");
    }

    private void changed(PassageFacts passage, long folder) {
        live.changed(new Live.Change(passage.project(), folders.folder(folder).firm(), Live.Topic.FOLDER, folder));
    }

    private boolean taken(Optional<Long> document, Spot spot, FileName name) {
        Long former = folders.find(spot.folder().value()).flatMap(f -> document.flatMap(d -> documents.current(d, f.state()))).map(Documents.Current::revision).orElse(null);
        return folders.below(spot.folder().value(), spot.below()).filter(folder -> files.taken(folder, name, former)).isPresent();
    }

    private Optional<IssueFacts.Destination> destination(FolderId folder) {
        return folders.find(folder.value()).map(f -> new IssueFacts.Destination(folder, f.path(), f.state()));
    }

}
