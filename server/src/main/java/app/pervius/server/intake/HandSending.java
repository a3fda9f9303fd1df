package app.pervius.server.intake;

import app.pervius.core.arrive.Bundle;
import app.pervius.core.arrive.FileName;
import app.pervius.core.review.Route;
import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.http.Problem;
import app.pervius.server.journal.Journal;
import app.pervius.server.live.Live;
import app.pervius.server.numbers.Counters;
import app.pervius.server.passages.Engine;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.reviews.Reviews;
import app.pervius.server.reviews.Routes;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Files that lie in a folder already are picked and sent on a route by hand, past the rules' own choice of one. */
@Service
@Transactional
public class HandSending {

    private static final int MOST_FILES = 1_000;

    /** What is to be sent; {@code author} is whose work it is, absent for who put the first file there. */
    public record Sending(List<Long> files, String route, String purpose, @Nullable LocalDate answerDue, @Nullable Long author, String message, List<Long> persons, List<String> addresses) {
    }

    /** A file as it would be sent: what it is known as, and what keeps it from being sent; absent if nothing does. */
    record SendingFile(long file, String name, long size, @Nullable String document, @Nullable String hindrance) {
    }

    private final SubmissionRepository submissions;
    private final SubmissionFileRepository submitted;
    private final Folders folders;
    private final Files files;
    private final Documents documents;
    private final Routes routes;
    private final Reviews reviews;
    private final People people;
    private final Passages passages;
    private final Counters counters;
    private final Engine engine;
    private final Live live;
    private final InstantSource clock;

    HandSending(SubmissionRepository submissions, SubmissionFileRepository submitted, Folders folders, Files files, Documents documents, Routes routes, Reviews reviews, People people,
            Passages passages, Counters counters, Engine engine, Live live, InstantSource clock) {
        this.submissions = submissions;
        this.submitted = submitted;
        this.folders = folders;
        this.files = files;
        this.documents = documents;
        this.routes = routes;
        this.reviews = reviews;
        this.people = people;
        this.passages = passages;
        this.counters = counters;
        this.engine = engine;
        this.live = live;
        this.clock = clock;
    }

    /** What the files of a folder would be sent as. */
    @Transactional(readOnly = true)
    List<SendingFile> look(long folder, List<Long> wanted, Actor actor) {
        Folders.FolderView its = folders.visible(folder, actor);
        if (!routes.maySend(its.project(), actor)) {
            throw Problem.forbidden("No route lets you send files by hand.");
        }
        return chosen(its, wanted).stream().map(this::look).toList();
    }

    /** Sends files that lie in a folder on a route; gives the submission's id. Nothing is sent if one of them cannot be. */
    public long send(long folderId, Sending sending, Actor actor) {
        Folders.FolderView folder = folders.visible(folderId, actor);
        Route route = routes.inForce(folder.project(), sending.route()).orElseThrow(() -> Problem.invalid("route", "Choose a route that is in force."));
        if (!Routes.maySend(folder.project(), route, actor)) {
            throw Problem.forbidden("On “" + route.name() + "” only document controllers and the roles the route names may send.");
        }
        List<Files.FileView> its = chosen(folder, sending.files());
        its.stream().map(this::look).filter(f -> f.hindrance() != null).findFirst().ifPresent(f -> {
            throw Problem.conflict("cannot-be-sent", "“" + f.name() + "”: " + f.hindrance());
        });
        sending.persons().stream().filter(p -> !people.isMember(folder.project(), p)).findFirst().ifPresent(p -> {
            throw Problem.invalid("persons", "Somebody who is to be told is not in this project.");
        });
        long author = author(folder, its, sending, actor);
        Submission submission = submission(folder, sending, author, actor);
        Map<Long, SubmissionFile> rows = new java.util.HashMap<>();
        for (int i = 0; i < its.size(); i++) {
            rows.put(its.get(i).id(), submitted.save(row(submission, i, its.get(i))));
        }
        reviews.sentByHand(submission.id(), actor.person(), sending.message().strip(), new Reviews.Watchers(sending.persons(), sending.addresses()));
        for (Bundle<Files.FileView> bundle : Bundle.together(its, f -> new FileName(f.name()))) {
            List<PassageFacts.File> bundled = bundle.files().stream().map(f -> new PassageFacts.File(f.id(), f.name(), f.hash(), f.size(), f.mediaType())).toList();
            long passage = passages.open(new Passages.Opening(folder.project(), submission.id(), folder.id(), author, submission.authorFirmId, actor.person(), bundle.base(), bundled,
                    Optional.of(route.key())));
            bundled.forEach(file -> files.belongsTo(file.folderFile(), passage));
            passages.note(passage, Journal.Kind.NOTED, new Journal.Actor(actor.person(), actor.name()), "Sent by hand on route “" + route.name() + "”"
                    + (sending.message().isBlank() ? "." : ": " + sending.message().strip()));
        }
        engine.wake(submission.id());
        live.changed(new Live.Change(folder.project(), submission.authorFirmId, Live.Topic.FOLDER, folder.id()));
        return submission.id();
    }

    private List<Files.FileView> chosen(Folders.FolderView folder, List<Long> wanted) {
        if (wanted.isEmpty() || wanted.size() > MOST_FILES) {
            throw Problem.invalid("files", "Choose 1 to " + MOST_FILES + " files.");
        }
        Map<Long, Files.FileView> found = files.files(wanted);
        List<Files.FileView> its = new ArrayList<>();
        for (long id : wanted.stream().distinct().toList()) {
            Files.FileView file = found.get(id);
            if (file == null || file.folder() != folder.id() || !file.present()) {
                throw Problem.conflict("files-gone", "A file that was chosen lies in this folder no more. Look at it as it is now.");
            }
            its.add(file);
        }
        return its;
    }

    private SendingFile look(Files.FileView file) {
        var already = documents.revisionOfFile(file.id());
        String document = already.map(a -> a.document().number() + " " + a.code()).orElse(null);
        String onItsWay = already.flatMap(a -> a.document().onItsWay()).orElse(null);
        boolean under = file.passage() != null && passages.passage(file.passage()).state() != Passages.State.DONE;
        String hindrance = onItsWay != null ? onItsWay + "." : under ? "It is on its way already: see its passage." : null;
        return new SendingFile(file.id(), file.name(), file.size(), document, hindrance);
    }

    private long author(Folders.FolderView folder, List<Files.FileView> its, Sending sending, Actor actor) {
        long author = sending.author() == null ? its.getFirst().addedBy() : sending.author();
        if (author != actor.person() && author != its.getFirst().addedBy()) {
            actor.mustControl(folder.project());
        }
        if (!people.isMember(folder.project(), author)) {
            throw Problem.invalid("author", "The author is not in this project.");
        }
        return author;
    }

    private Submission submission(Folders.FolderView folder, Sending sending, long author, Actor actor) {
        Submission submission = new Submission();
        submission.projectId = folder.project();
        submission.folderId = folder.id();
        submission.reference = "S-%04d".formatted(counters.take(folder.project(), "submission"));
        submission.purpose = sending.purpose().strip();
        submission.answerDue = sending.answerDue();
        submission.authorId = author;
        submission.authorFirmId = people.person(author).firmId();
        submission.uploaderId = actor.person();
        submission.openedAt = clock.instant();
        submission.lastActivity = clock.instant();
        submission.open = false;
        submission.closedAt = clock.instant();
        return submissions.saveAndFlush(submission);
    }

    private static SubmissionFile row(Submission submission, int position, Files.FileView file) {
        SubmissionFile row = new SubmissionFile();
        row.submissionId = submission.id();
        row.position = position;
        row.name = file.name();
        row.nameKey = new FileName(file.name()).key();
        row.size = file.size();
        row.state = SubmissionFile.State.RECEIVED;
        row.folderFileId = file.id();
        return row;
    }
}
