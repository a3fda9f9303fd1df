package app.pervius.server.following;

import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
import app.pervius.server.folders.Folders;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Remembered;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who follows what. */
@Service
@Transactional
public class Followings {

    /** The most one person follows in a project. */
    private static final int MOST = 500;

    /** Something somebody follows, as it is called now. */
    record Followed(Following.Kind kind, long thing, String name, Instant since) {
    }

    private record OfPerson(Following.Kind kind, long thing, long person) {
    }

    private final FollowingRepository followings;
    private final Documents documents;
    private final Folders folders;
    private final InstantSource clock;
    private final Remembered<Long, List<OfPerson>> remembered = new Remembered<>();

    Followings(FollowingRepository followings, Documents documents, Folders folders, InstantSource clock) {
        this.followings = followings;
        this.documents = documents;
        this.folders = folders;
        this.clock = clock;
    }

    /** What the actor follows in a project and may still see, as it was added. */
    @Transactional(readOnly = true)
    List<Followed> of(long project, Actor actor) {
        return followings.findByPersonIdOrderById(actor.person(project)).stream().flatMap(f -> name(f.kind, f.thingId, project, actor)
                .map(name -> new Followed(f.kind, f.thingId, name, f.since)).stream()).toList();
    }

    private Optional<String> name(Following.Kind kind, long thing, long project, Actor actor) {
        return switch (kind) {
            case DOCUMENT -> documents.named(List.of(thing)).stream().filter(d -> d.project() == project
                    && actor.maySee(project, d.originator())).map(d -> d.number() + " " + d.title()).findFirst();
            case FOLDER -> folders.find(thing).filter(f -> f.project() == project && folders.maySee(actor, f))
                    .map(Folders.FolderView::path);
        };
    }

    /** From now on the actor is told of it; nothing happens where he is already. */
    void follow(long project, Following.Kind kind, long thing, Actor actor) {
        long person = actor.person(project);
        if (name(kind, thing, project, actor).isEmpty()) {
            throw Refused.notFound(kind == Following.Kind.DOCUMENT ? "document" : "folder");
        }
        if (followings.findByPersonIdAndKindAndThingId(person, kind, thing).isPresent()) {
            return;
        }
        if (followings.countByPersonId(person) >= MOST) {
            throw Refused.conflict("too-many", "You follow " + MOST + " things in this project already; leave some out first. "
                    + "A folder stands for all below it.");
        }
        remembered.changed();
        Following row = new Following();
        row.projectId = project;
        row.personId = person;
        row.kind = kind;
        row.thingId = thing;
        row.since = clock.instant();
        followings.save(row);
    }

    /** The actor is told of it no longer. */
    void leave(long project, Following.Kind kind, long thing, Actor actor) {
        remembered.changed();
        followings.findByPersonIdAndKindAndThingId(actor.person(project), kind, thing).ifPresent(followings::delete);
    }

    /**
     * Whoever follows one of these, each with what he follows, as it is called; a document before a folder, a near folder before a far
     * one.
     *
     * @param inFolders asked for only where somebody follows something
     */
    @Transactional(readOnly = true)
    public Map<Long, String> followers(long project, Optional<Long> document, Supplier<Collection<Long>> inFolders) {
        List<OfPerson> all = remembered.get(project, () -> followings.findByProjectIdOrderById(project).stream()
                .map(f -> new OfPerson(f.kind, f.thingId, f.personId)).toList());
        Map<Long, String> found = new LinkedHashMap<>();
        if (all.isEmpty()) {
            return found;
        }
        document.ifPresent(id -> who(all, Following.Kind.DOCUMENT, id).forEach(person -> found.putIfAbsent(person,
                documents.named(List.of(id)).getFirst().number())));
        inFolders.get().forEach(folder -> who(all, Following.Kind.FOLDER, folder).forEach(person -> found.computeIfAbsent(person,
                k -> folders.folder(folder).path())));
        return found;
    }

    private static List<Long> who(List<OfPerson> all, Following.Kind kind, long thing) {
        return all.stream().filter(f -> f.kind() == kind && f.thing() == thing).map(OfPerson::person).toList();
    }
}
