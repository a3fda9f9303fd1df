package app.pervius.server.stations;

import app.pervius.core.passage.End;
import app.pervius.core.arrive.FileName;
import app.pervius.core.issue.IssueEffect;
import app.pervius.core.issue.IssueFacts;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Issuing;
import app.pervius.core.issue.Release;
import app.pervius.core.issue.Spot;
import app.pervius.core.passage.Change;
import app.pervius.core.passage.Follow;
import app.pervius.core.passage.Notice;
import app.pervius.core.passage.Notice.Whom;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.InformationState;
import app.pervius.core.rules.Handling;
import app.pervius.core.tell.Occasion;
import app.pervius.server.devices.Devices;
import app.pervius.server.documents.Documents;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.passages.Books;
import app.pervius.server.passages.Happened;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.StationWork;
import app.pervius.server.placing.Placing;
import app.pervius.server.projects.Projects;
import app.pervius.server.passages.Reviewed;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
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
    private final Placing placing;
    private final Devices devices;
    private final ApplicationEventPublisher events;

    IssueWork(Projects projects, Folders folders, Files files, Documents documents, Placing placing, Devices devices,
            ApplicationEventPublisher events) {
        this.projects = projects;
        this.folders = folders;
        this.files = files;
        this.documents = documents;
        this.placing = placing;
        this.devices = devices;
        this.events = events;
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
        return Issuing.decide(new IssueFacts(passage.number().map(number -> new IssueFacts.Numbered(number, passage.revision()
                .orElseThrow())), passage.title(), passage.baseName(),
                decided, passage.handling().map(Handling::issue).orElse(IssuePlan.AS_PROJECT), passage.files().stream()
                .map(f -> new FileName(f.name())).toList(),
                passage.values(), project.fields(), project.statusCodes(),
                placing.there(passage, project.archive())));
    }

    @Override
    public Follow follow(PassageFacts passage, List<IssueEffect> effects, Books books) {
        List<Change> changes = new ArrayList<>();
        List<Notice> notices = new ArrayList<>();
        // Read once, and only where it is passed on.
        boolean passedOn = effects.stream().anyMatch(e -> e instanceof IssueEffect.MakeCurrent || e instanceof IssueEffect.ReturnToAuthor
                || e instanceof IssueEffect.Nowhere);
        Reviewed its = passedOn ? books.reviewed(passage) : Reviewed.NOTHING;
        for (IssueEffect effect : effects) {
            switch (effect) {
                case IssueEffect.SetFields(FieldValues values) -> changes.add(new Change.Valued(passage.values().with(values)));
                case IssueEffect.MakeCurrent(var state, Spot spot, String code) -> {
                    changes.add(new Change.Ended(End.ISSUED, Optional.of(code)));
                    notices.add(notice(Occasion.ISSUED, (code.isEmpty() ? "Filed" : "Status " + code) + ", in " + path(spot)
                            + said(passage, its),
                            Map.of("status", code, "reason", reason(passage, its))));
                }
                case IssueEffect.Filed(Spot spot) -> {
                    changes.add(new Change.Ended(End.ISSUED, Optional.empty()));
                    notices.add(notice(Occasion.ISSUED, "Filed in " + path(spot), Map.of()));
                }
                case IssueEffect.Nowhere() -> {
                    changes.add(new Change.Ended(End.ISSUED, Optional.empty()));
                    notices.add(notice(Occasion.ISSUED, "Accepted, and placed nowhere" + said(passage, its), Map.of("reason",
                            reason(passage, its))));
                }
                case IssueEffect.ReturnToAuthor back -> {
                    changes.add(new Change.Ended(End.RETURNED, Optional.empty()));
                    notices.add(notice(Occasion.RETURNED, (back.mustComeAgain()
                            ? "The next revision is expected; send it with the number in its name."
                            : "No further revision is expected. One that comes all the same is taken as the next.") + said(passage, its),
                            Map.of("reason", reason(passage, its))));
                }
                case IssueEffect.Archive archive -> { }
                case IssueEffect.Replace replace -> { }
                case IssueEffect.PlaceFile place -> { }
                case IssueEffect.ToDevice toDevice -> { }
            }
        }
        return new Follow(changes, notices);
    }

    private static Notice notice(Occasion occasion, String text, Map<String, String> known) {
        return new Notice(occasion, Set.of(Whom.AUTHOR_WITHOUT_RULE, Whom.NAMED_BY_RULES, Whom.WATCHERS), text, known);
    }

    @Override
    public void carryOut(PassageFacts passage, List<IssueEffect> effects) {
        // What was current goes first: its names are free then.
        effects.stream().filter(IssueEffect.Archive.class::isInstance).map(IssueEffect.Archive.class::cast)
                .forEach(archive -> archive(passage, archive.former(), archive.archive()));
        placing.place(passage, effects, passage.ruleInWords());
        for (IssueEffect effect : effects) {
            switch (effect) {
                case IssueEffect.SetFields(FieldValues values) -> passage.document()
                        .ifPresent(document -> documents.setValues(document, values));
                case IssueEffect.MakeCurrent(var state, Spot spot, String code) -> documents.makeCurrent(documents.revisionOf(passage.id()),
                        state, placing.ensured(spot), code);
                case IssueEffect.Filed(Spot spot) -> placing.ensured(spot);
                case IssueEffect.Archive archive -> { }
                case IssueEffect.Replace replace -> { }
                case IssueEffect.PlaceFile place -> { }
                case IssueEffect.ReturnToAuthor back -> { }
                case IssueEffect.Nowhere nowhere -> { }
                case IssueEffect.ToDevice(Release release) -> devices.release(passage, release);
            }
        }
    }

    /** The path of a spot, whether its last folders are there already or not. */
    private String path(Spot spot) {
        String path = folders.folder(spot.folder().value()).path();
        for (String name : spot.below()) {
            path = path.isEmpty() ? name : path + " / " + name;
        }
        return path;
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
                    placing.changed(passage, folder);
                });
        documents.retire(former.revision());
        events.publishEvent(new Happened(List.of(documents.passageOf(former.revision())), Occasion.SUPERSEDED, passage.run(),
                "By " + passage.inWords() + "."));
        placing.changed(passage, archive.value());
    }

    private String said(PassageFacts passage, Reviewed its) {
        List<DecisionCode> codes = projects.settings(passage.project()).decisionCodes();
        return its.said().stream().map(s -> "\n" + s.stepName() + ", " + s.person() + ": " + s.code() + ", "
                + DecisionCode.of(s.code(), codes).name()
                + (s.comment().isEmpty() ? "" : ": " + s.comment())).collect(Collectors.joining()) + its.onSheetInWords();
    }

    /**
     * Why it was decided so: what those who decided said, as the author reads it; where nobody said anything, what the decision is called.
     */
    private String reason(PassageFacts passage, Reviewed its) {
        String comments = its.said().stream().map(Reviewed.Said::comment).filter(c -> !c.isBlank())
                .collect(Collectors.joining("; "));
        return !comments.isEmpty() ? comments : passage.decision()
                .map(d -> DecisionCode.of(d.code(), projects.settings(passage.project()).decisionCodes()).name()).orElse("");
    }
}
