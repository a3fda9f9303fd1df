package app.pervius.server.intake;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.Bundle;
import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Orders;
import app.pervius.core.project.FieldValues;
import app.pervius.core.review.Route;
import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.refused.Refused;
import app.pervius.server.journal.Journal;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.reviews.Reviews;
import app.pervius.server.reviews.WatcherBook;
import app.pervius.server.routes.Routes;
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
    public record Sending(List<Long> files, String route, String purpose, @Nullable LocalDate answerDue, @Nullable Long author,
            String message, List<Long> persons, List<String> addresses,
            Map<String, String> given) {
    }

    /** A file as it would be sent: what it is known as, and what keeps it from being sent; absent if nothing does. */
    record SendingFile(long file, String name, long size, @Nullable String document, @Nullable String hindrance) {
    }

    private final FilesThere there;
    private final Folders folders;
    private final Files files;
    private final Documents documents;
    private final Routes routes;
    private final Reviews reviews;
    private final People people;
    private final Passages passages;
    private final GivenFields fields;

    HandSending(FilesThere there, Folders folders, Files files, Documents documents, Routes routes, Reviews reviews, People people,
            Passages passages, GivenFields fields) {
        this.fields = fields;
        this.there = there;
        this.folders = folders;
        this.files = files;
        this.documents = documents;
        this.routes = routes;
        this.reviews = reviews;
        this.people = people;
        this.passages = passages;
    }

    /** What the files of a folder would be sent as. */
    @Transactional(readOnly = true)
    List<SendingFile> look(long folder, List<Long> wanted, Actor actor) {
        Folders.FolderView its = folders.visible(folder, actor);
        if (!routes.maySend(its.project(), actor)) {
            throw Refused.forbidden("No route lets you send files by hand.");
        }
        return chosen(its, wanted).stream().map(this::look).toList();
    }

    /** Sends files that lie in a folder on a route; gives the submission's id. Nothing is sent if one of them cannot be. */
    public long send(long folderId, Sending sending, Actor actor) {
        Folders.FolderView folder = folders.visible(folderId, actor);
        Route route = routes.inForce(folder.project(), sending.route())
                .orElseThrow(() -> Refused.invalid("route", "Choose a route that is in force."));
        if (!Routes.maySend(folder.project(), route, actor)) {
            throw Refused.forbidden("On “" + route.name()
                    + "” only document controllers and those whom a role or the route lets may send.");
        }
        List<Files.FileView> its = chosen(folder, sending.files());
        its.stream().map(this::look).filter(f -> f.hindrance() != null).findFirst().ifPresent(f -> {
            throw Refused.conflict("cannot-be-sent", "“" + f.name() + "”: " + f.hindrance());
        });
        long author = author(folder, its, sending.author(), actor);
        long firm = people.person(author).firmId();
        sending.persons().stream().filter(p -> !people.isMember(folder.project(), p)).findFirst().ifPresent(p -> {
            throw Refused.invalid("persons", "Somebody who is to be told is not in this project.");
        });
        sending.persons().stream().filter(p -> !people.maySee(folder.project(), p, firm)).findFirst().ifPresent(p -> {
            throw Refused.invalid("persons", people.person(p).name() + " may not see what " + people.firm(firm)
                    .name() + " sends, so cannot be told of it.");
        });
        long submission = there.submit(folder, its, new FilesThere.Occasion(author, actor.person(folder.project()), sending.purpose(),
                sending.answerDue(), fields.check(folder.project(), sending.given())));
        reviews.sentByHand(submission, actor.person(folder.project()), sending.message().strip(),
                new WatcherBook.Watched(sending.persons(), sending.addresses()));
        there.begin(submission, folder, its, new FilesThere.Manner(new Door.Manner(ArrivalEvent.SENT_BY_HAND, Optional.empty(),
                Optional.of(route.key())),
                Journal.by(actor, folder.project()),
                "Sent by hand on route “" + route.name() + "”" + (sending.message().isBlank() ? "." : ": " + sending.message().strip())));
        return submission;
    }

    private List<Files.FileView> chosen(Folders.FolderView folder, List<Long> wanted) {
        if (wanted.isEmpty() || wanted.size() > MOST_FILES) {
            throw Refused.invalid("files", "Choose 1 to " + MOST_FILES + " files.");
        }
        Map<Long, Files.FileView> found = files.files(wanted);
        List<Files.FileView> its = new ArrayList<>();
        for (long id : wanted.stream().distinct().toList()) {
            Files.FileView file = found.get(id);
            if (file == null || file.folder() != folder.id() || !file.present()) {
                throw Refused.conflict("files-gone", "A file that was chosen lies in this folder no more. Look at it as it is now.");
            }
            its.add(file);
        }
        return its;
    }

    private SendingFile look(Files.FileView file) {
        var already = documents.revisionOfFile(file.id());
        String document = already.map(a -> a.document().number() + " " + a.code()).orElse(null);
        String onItsWay = already.flatMap(a -> a.document().onItsWay()).orElse(null);
        boolean under = file.passage() != null && passages.passage(file.passage()).at().state() != Passages.State.DONE;
        String hindrance = onItsWay != null ? onItsWay + "." : under ? "It is on its way already: see its passage." : null;
        return new SendingFile(file.id(), file.name(), file.size(), document, hindrance);
    }

    /** The revisions that would be sent, as they would begin their passages; those that nothing keeps from it, in their order. */
    @Transactional(readOnly = true)
    public List<PassageFacts> sendable(long folderId, Sending sending, Actor actor) {
        Folders.FolderView folder = folders.visible(folderId, actor);
        Route route = routes.inForce(folder.project(), sending.route())
                .orElseThrow(() -> Refused.invalid("route", "Choose a route that is in force."));
        if (!Routes.maySend(folder.project(), route, actor)) {
            throw Refused.forbidden("On “" + route.name()
                    + "” only document controllers and those whom a role or the route lets may send.");
        }
        List<Files.FileView> its = chosen(folder, sending.files());
        long author = author(folder, its, sending.author(), actor);
        FieldValues given = fields.check(folder.project(), sending.given());
        return Bundle.together(its.stream().filter(f -> look(f).hindrance() == null).toList(), f -> new FileName(f.name())).stream()
                .map(bundle -> {
            List<PassageFacts.File> files = bundle.files().stream()
                    .map(Door::file).toList();
            PassageFacts.Origin origin = new PassageFacts.Origin(folder.project(), 0, folder.id(), author, people.person(author).firmId(),
                    actor.person(folder.project()),
                    ArrivalEvent.SENT_BY_HAND, Optional.empty(), files.getFirst().name());
            return PassageFacts.arriving(0, origin, bundle.base(), given, new Orders(Optional.of(route.key()), 0, true, false), files,
                    "trial");
        }).toList();
    }

    private long author(Folders.FolderView folder, List<Files.FileView> its, @Nullable Long wanted, Actor actor) {
        long author = wanted == null ? its.getFirst().addedBy() : wanted;
        if (author != actor.person(folder.project()) && author != its.getFirst().addedBy()) {
            actor.mustControl(folder.project());
        }
        if (!people.isMember(folder.project(), author)) {
            throw Refused.invalid("author", "The author is not in this project.");
        }
        return author;
    }
}
