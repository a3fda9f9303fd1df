package app.pervius.server.issuing;

import app.pervius.core.arrive.FileName;
import app.pervius.core.issue.IssueEffect;
import app.pervius.core.issue.IssueFacts;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Issuing;
import app.pervius.core.issue.Spot;
import app.pervius.core.passage.Outcome;
import app.pervius.core.passage.Station;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.InformationState;
import app.pervius.core.review.Matrix;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.tell.Occasion;
import app.pervius.server.documents.Documents;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.live.Live;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.PassageChange;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.StationWork;
import app.pervius.server.people.Matrices;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.Reviews;
import app.pervius.server.rules.Rules;
import app.pervius.server.store.CrashPoint;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Station Issue: what was current, what becomes current and every file of both change hands in one transaction. */
@Component
class IssueWork implements StationWork<IssueEffect> {

    private final Rules rules;
    private final Projects projects;
    private final Folders folders;
    private final Files files;
    private final Documents documents;
    private final Reviews reviews;
    private final People people;
    private final Matrices matrices;
    private final Messages messages;
    private final Live live;

    IssueWork(Rules rules, Projects projects, Folders folders, Files files, Documents documents, Reviews reviews, People people, Matrices matrices,
            Messages messages, Live live) {
        this.rules = rules;
        this.projects = projects;
        this.folders = folders;
        this.files = files;
        this.documents = documents;
        this.reviews = reviews;
        this.people = people;
        this.matrices = matrices;
        this.messages = messages;
        this.live = live;
    }

    @Override
    public Station station() {
        return Station.ISSUE;
    }

    @Override
    public Outcome<IssueEffect> decide(PassageFacts passage) {
        Projects.Settings project = projects.settings(passage.project());
        PassageFacts.Decided decided = passage.decision().orElseThrow();
        DecisionCode decision = DecisionCode.of(decided.code(), project.decisionCodes());
        long document = passage.document().orElseThrow();
        return Issuing.decide(new IssueFacts(passage.number().orElseThrow(), passage.revision().orElseThrow(), passage.title(), decision,
                decided.toAuthor(), decided.statusCode(), rule(passage).map(HandlingRule::issue).orElse(IssuePlan.AS_PROJECT), passage.files().stream().map(f -> new FileName(f.name())).toList(), passage.values(), project.fields(), project.statusCodes(),
                this::destination, state -> documents.current(document, state).map(c -> new IssueFacts.Former(c.revision(), c.code())),
                project.archive().filter(archive -> folders.find(archive.value()).isPresent()),
                (spot, name) -> taken(document, spot, name)));
    }

    @Override
    public List<PassageChange> perform(PassageFacts passage, List<IssueEffect> effects) {
        List<PassageChange> changes = new ArrayList<>();
        for (IssueEffect effect : effects) {
            switch (effect) {
                case IssueEffect.Archive(IssueFacts.Former former, FolderId archive) -> archive(passage, former, archive);
                case IssueEffect.PlaceFile(int file, Spot spot, String name) -> place(passage, passage.files().get(file), spot, name);
                case IssueEffect.MakeCurrent current -> changes.add(issue(passage, current));
                case IssueEffect.ReturnToAuthor back -> changes.add(giveBack(passage, back));
            }
        }
        return changes;
    }

    private void archive(PassageFacts passage, IssueFacts.Former former, FolderId archive) {
        long from = java.util.Arrays.stream(InformationState.values())
                .flatMap(state -> documents.current(passage.document().orElseThrow(), state).stream())
                .filter(c -> c.revision() == former.revision()).findFirst().orElseThrow().folder();
        files.move(former.revision(), from, archive.value(), passage.author());
        documents.retire(former.revision());
        changed(passage, from);
        changed(passage, archive.value());
    }

    private void place(PassageFacts passage, PassageFacts.File file, Spot spot, String name) {
        files.place(folders.ensure(spot.folder().value(), spot.below()), new Files.Content(new FileName(name), file.hash(), file.size(), file.mediaType()), passage.author(),
                documents.revisionOf(passage.id()));
        CrashPoint.HALF_PLACED.reached();
    }

    private PassageChange issue(PassageFacts passage, IssueEffect.MakeCurrent current) {
        long folder = folders.ensure(current.spot().folder().value(), current.spot().below());
        documents.makeCurrent(documents.revisionOf(passage.id()), current.state(), folder, current.statusCode());
        changed(passage, folder);
        tell(passage, Occasion.ISSUED, "Status " + current.statusCode() + ", in " + folders.folder(folder).path()
                + said(passage));
        return new PassageChange.Ended(Passages.End.ISSUED, current.statusCode());
    }

    private PassageChange giveBack(PassageFacts passage, IssueEffect.ReturnToAuthor back) {
        tell(passage, Occasion.RETURNED, (back.mustComeAgain() ? "The next revision is expected; send it with the number in its name."
                : "No further revision is expected.") + said(passage));
        return new PassageChange.Ended(Passages.End.RETURNED, null);
    }

    private void tell(PassageFacts passage, Occasion occasion, String detail) {
        Messages.About about = new Messages.About(passage.project(), passage.submission(), passage.id(), passage.inWords(), passage.run(), passage.ruleInWords());
        List<Long> named = rule(passage).map(rule -> people.who(rule.tell().on(occasion), passage.author(),
                () -> matrices.of(passage.project()).of(passage.values(), Matrix.Duty.TOLD))).orElse(List.of(passage.author()));
        List<Long> watching = reviews.watchers(passage.id()).persons();
        messages.tell(named.stream().filter(p -> !watching.contains(p)).toList(), occasion, about, detail);
        reviews.tellWatchers(passage.id(), occasion, about, detail);
    }

    private String said(PassageFacts passage) {
        return reviews.released(passage.id()).stream().map(s -> "\n" + s.stepName() + ", " + s.person() + ": " + s.code()
                + (s.comment().isEmpty() ? "" : ", " + s.comment())).collect(Collectors.joining());
    }

    private void changed(PassageFacts passage, long folder) {
        live.changed(new Live.Change(passage.project(), folders.folder(folder).firm(), Live.Topic.FOLDER, folder));
    }

    private boolean taken(long document, Spot spot, FileName name) {
        Long former = folders.find(spot.folder().value()).flatMap(f -> documents.current(document, f.state())).map(Documents.Current::revision).orElse(null);
        return folders.below(spot.folder().value(), spot.below()).filter(folder -> files.taken(folder, name, former)).isPresent();
    }

    private Optional<IssueFacts.Destination> destination(FolderId folder) {
        return folders.find(folder.value()).map(f -> new IssueFacts.Destination(folder, f.path(), f.state()));
    }

    private Optional<HandlingRule> rule(PassageFacts passage) {
        return passage.rule().map(by -> rules.edition(by.rule(), by.edition()));
    }
}
