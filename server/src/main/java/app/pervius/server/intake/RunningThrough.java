package app.pervius.server.intake;

import app.pervius.core.passage.End;
import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.project.FieldValues;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.refused.Refused;
import app.pervius.server.journal.Journal;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.rules.Rules;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Files that lie in folders go through the rules in force as if they arrived now: those no rule has ever had, and past arrivals once more.
 */
@Service
@Transactional
class RunningThrough {

    private static final int MOST_FILES = 10_000;

    private final FilesThere there;
    private final Rules rules;
    private final Folders folders;
    private final Files files;
    private final Passages passages;
    private final People people;

    RunningThrough(FilesThere there, Rules rules, Folders folders, Files files, Passages passages, People people) {
        this.there = there;
        this.rules = rules;
        this.folders = folders;
        this.files = files;
        this.passages = passages;
        this.people = people;
    }

    /** Files that lie where a rule in force stands and have never been on a passage, or were left because no rule took them. */
    @Transactional(readOnly = true)
    List<Files.FileView> lying(long project, long rule) {
        HandlingRule its = rules.sheet(project).rows().stream().filter(row -> row.ruleId() == rule).map(RuleSheet.Row::rule)
                .filter(HandlingRule.class::isInstance)
                .map(HandlingRule.class::cast).findFirst().orElseThrow(() -> Refused.notFound("rule in force"));
        List<Long> standing = folders.all(project).stream().map(Folders.FolderView::id).filter(id -> its.where().covers(folders.pathUp(id)))
                .toList();
        List<Files.FileView> all = new ArrayList<>(files.neverOnAPassage(standing, MOST_FILES));
        Map<Long, Long> left = passages.filesLeft(standing, MOST_FILES);
        files.files(left.keySet()).values().stream()
                .filter(file -> file.present() && standing.contains(file.folder()) && Objects.equals(left.get(file.id()), file.passage()))
                .forEach(all::add);
        return all;
    }

    /** Has what lies there go through the rules, one submission for each folder and author; gives how many files. */
    int runLying(long project, long rule, Actor actor) {
        Map<String, List<Files.FileView>> together = new LinkedHashMap<>();
        List<Files.FileView> all = lying(project, rule);
        all.forEach(file -> together.computeIfAbsent(file.folder() + " " + author(project, file.addedBy(), actor), k -> new ArrayList<>())
                .add(file));
        together.values().forEach(its -> {
            Folders.FolderView folder = folders.folder(its.getFirst().folder());
            long submission = there.submit(folder, its, new FilesThere.Occasion(author(project, its.getFirst().addedBy(), actor),
                    actor.person(project), "lay there when a rule was put in force", null, FieldValues.NONE));
            there.begin(submission, folder, its, new FilesThere.Manner(new Door.Manner(ArrivalEvent.NEW_FILE, Optional.empty(),
                    Optional.empty()),
                    Journal.by(actor, project),
                    "It lay there already and goes through the rules in force."));
        });
        return all.size();
    }

    /** Has a past arrival go through the rules in force once more; gives the passage it is on now. */
    long runAgain(long id, Actor actor) {
        Passages.PassageView passage = passages.passage(id);
        if (!actor.maySee(passage.project(), passage.from().authorFirm())) {
            throw Refused.notFound("passage");
        }
        actor.mustControl(passage.project());
        if (passage.at().state() != Passages.State.DONE) {
            throw Refused.conflict("on-its-way", "It is still on its way: take one of its ways out instead.");
        }
        if (passage.decision() != null || passage.at().ended() == End.ISSUED) {
            throw Refused.conflict("decided", "It has been decided or filed. Send its files on a route by hand, or reopen the decision.");
        }
        List<Files.FileView> its = passage.files().stream().map(f -> files.file(f.folderFile())).filter(Files.FileView::present).toList();
        if (its.size() < passage.files().size()) {
            throw Refused.conflict("files-gone", "Not all of its files lie in the folder any more.");
        }
        its.stream().filter(f -> f.passage() != null && f.passage() != id && passages.passage(f.passage()).at()
                .state() != Passages.State.DONE)
                .findFirst().ifPresent(f -> {
            throw Refused.conflict("on-its-way", "“" + f.name() + "” has gone through again already.");
        });
        Folders.FolderView folder = folders.folder(passage.from().folder());
        long submission = there.submit(folder, its, new FilesThere.Occasion(author(passage.project(), passage.from().author(), actor),
                actor.person(passage.project()), "run again: " + passage.inWords(), null, FieldValues.NONE));
        return there.begin(submission, folder, its, new FilesThere.Manner(new Door.Manner(ArrivalEvent.NEW_FILE, Optional.of(id),
                Optional.empty()),
                Journal.by(actor, passage.project()),
                "Run again under the rules now in force.")).getFirst();
    }

    private long author(long project, long wanted, Actor actor) {
        return people.isMember(project, wanted) ? wanted : actor.person(project);
    }
}
