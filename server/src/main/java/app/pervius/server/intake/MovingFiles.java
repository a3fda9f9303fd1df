package app.pervius.server.intake;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.project.FieldValues;
import app.pervius.core.arrive.FileName;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.refused.Refused;
import app.pervius.server.journal.Journal;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.rules.Rules;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Files are moved or copied into a folder by a person; where rules stand on it they begin their passages there, as what they are: moved or
 * copied in.
 */
@Service
@Transactional
class MovingFiles {

    /** How files get to the other folder. */
    enum How { MOVE, COPY }

    private final FilesThere there;
    private final Folders folders;
    private final Files files;
    private final Passages passages;
    private final People people;
    private final Rules rules;
    private final Live live;

    MovingFiles(FilesThere there, Folders folders, Files files, Passages passages, People people, Rules rules, Live live) {
        this.there = there;
        this.folders = folders;
        this.files = files;
        this.passages = passages;
        this.people = people;
        this.rules = rules;
        this.live = live;
    }

    /** Moves or copies all of the files or none; gives how many lie there now. */
    int carryOut(long folder, List<Long> wanted, How how, Actor actor) {
        Folders.FolderView into = folders.visible(folder, actor);
        if (!folders.mayDrop(actor, into)) {
            throw Refused.forbidden("You may not put files into “" + into.path() + "”.");
        }
        List<Files.FileView> from = wanted.stream().distinct().map(files::file).toList();
        from.forEach(file -> check(file, into, how, actor));
        Map<Long, List<Files.FileView>> byAuthor = new LinkedHashMap<>();
        from.forEach(file -> {
            long id = files.place(folder, new Files.Content(new FileName(file.name()), file.hash(), file.size(), file.mediaType()),
                    actor.person(into.project()), null);
            if (how == How.MOVE) {
                files.left(file.id(), id);
                changed(file.folder());
            }
            byAuthor.computeIfAbsent(author(into.project(), file, actor), k -> new ArrayList<>()).add(files.file(id));
        });
        if (rules.intake(into.project(), folders.pathUp(folder))) {
            byAuthor.forEach((author, its) -> begin(into, its, author, how, actor));
        }
        changed(folder);
        return from.size();
    }

    private void begin(Folders.FolderView into, List<Files.FileView> its, long author, How how, Actor actor) {
        String note = (how == How.MOVE ? "Moved" : "Copied") + " into " + into.path() + ".";
        long submission = there.submit(into, its, new FilesThere.Occasion(author, actor.person(into.project()), how == How.MOVE
                ? "moved here" : "copied here", null, FieldValues.NONE));
        there.begin(submission, into, its, new FilesThere.Manner(new Door.Manner(
                how == How.MOVE ? ArrivalEvent.MOVED_IN : ArrivalEvent.COPIED_IN, Optional.empty(), Optional.empty()),
                Journal.by(actor, into.project()), note));
    }

    private void check(Files.FileView file, Folders.FolderView into, How how, Actor actor) {
        Folders.FolderView from = folders.find(file.folder()).filter(folder -> folders.maySee(actor, folder))
                .orElseThrow(() -> Refused.notFound("file"));
        if (from.project() != into.project()) {
            throw Refused.notFound("file");
        }
        if (!file.present()) {
            throw Refused.conflict("files-gone", "“" + file.name() + "” lies in this folder no more. Look at it as it is now.");
        }
        if (from.id() == into.id()) {
            throw Refused.invalid("folder", "“" + file.name() + "” lies in “" + into.path() + "” already.");
        }
        if (how == How.MOVE && !folders.mayDrop(actor, from)) {
            throw Refused.forbidden("You may not take files out of “" + from.path() + "”; copy them instead.");
        }
        if (how == How.MOVE && file.passage() != null && passages.passage(file.passage()).at().state() != Passages.State.DONE) {
            throw Refused.conflict("on-its-way", "“" + file.name()
                    + "” is on its way and stays where it is until that has ended; copy it instead.");
        }
    }

    /** Whose work a file is: who put it there, where that person is still of the project. */
    private long author(long project, Files.FileView file, Actor actor) {
        return people.isMember(project, file.addedBy()) ? file.addedBy() : actor.person(project);
    }

    private void changed(long folder) {
        Folders.FolderView its = folders.folder(folder);
        live.changed(new Change(its.project(), its.firm(), Live.Topic.FOLDER, folder));
    }
}
