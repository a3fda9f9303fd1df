package app.pervius.server.placing;

import app.pervius.core.arrive.FileName;
import app.pervius.core.issue.IssueEffect;
import app.pervius.core.issue.IssueFacts;
import app.pervius.core.issue.Spot;
import app.pervius.core.issue.Target;
import app.pervius.core.project.FolderId;
import app.pervius.server.documents.Documents;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.passages.FilesPlaced;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.store.CrashPoint;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What there is where files may go, and putting them there, in the transaction of what places them. */
@Component
public class Placing {

    private final Folders folders;
    private final Files files;
    private final Documents documents;
    private final ApplicationEventPublisher events;
    private final Live live;

    Placing(Folders folders, Files files, Documents documents, ApplicationEventPublisher events, Live live) {
        this.folders = folders;
        this.files = files;
        this.documents = documents;
        this.events = events;
        this.live = live;
    }

    /**
     * What there is where the files of a passage may go.
     *
     * @param archive the project's archive folder
     */
    public IssueFacts.There there(PassageFacts passage, Optional<FolderId> archive) {
        return new IssueFacts.There(this::destination, state -> passage.document()
                .flatMap(document -> documents.current(document, state)).map(c -> new IssueFacts.Former(c.revision(), c.code())),
                archive.filter(its -> folders.find(its.value()).isPresent()), (spot, name) -> taken(passage.document(), spot, name));
    }

    private Optional<IssueFacts.Destination> destination(FolderId folder) {
        return folders.find(folder.value()).map(f -> new IssueFacts.Destination(folder, f.path(), f.state()));
    }

    private boolean taken(Optional<Long> document, Spot spot, FileName name) {
        Long former = folders.find(spot.folder().value()).flatMap(f -> document.flatMap(d -> documents.current(d, f.state())))
                .map(Documents.Current::revision).orElse(null);
        return folders.below(spot.folder().value(), spot.below()).filter(folder -> files.taken(folder, name, former)).isPresent();
    }

    /**
     * Carries out those of the effects that put files into folders or make way for them, and says so to whoever listens.
     *
     * @param by the rule that places them, in words
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void place(PassageFacts passage, List<IssueEffect> effects, String by) {
        List<Long> placed = new ArrayList<>();
        for (IssueEffect effect : effects) {
            if (effect instanceof IssueEffect.Replace(Spot spot, String name, FolderId archive)) {
                replace(passage, spot, name, archive);
            } else if (effect instanceof IssueEffect.PlaceFile place) {
                placed.add(place(passage, place));
            }
        }
        if (!placed.isEmpty()) {
            events.publishEvent(new FilesPlaced(passage, placed, by));
        }
    }

    private void replace(PassageFacts passage, Spot spot, String name, FolderId archive) {
        folders.below(spot.folder().value(), spot.below()).ifPresent(folder -> files.moveAway(folder, new FileName(name), archive.value(),
                passage.author()));
        changed(passage, archive.value());
    }

    private long place(PassageFacts passage, IssueEffect.PlaceFile place) {
        PassageFacts.File file = passage.files().get(place.file());
        long folder = ensured(place.spot());
        long id = files.place(folder, new Files.Content(new FileName(place.name()), file.hash(), file.size(), file.mediaType()),
                passage.author(),
                passage.document().map(document -> documents.revisionOf(passage.id())).orElse(null));
        if (place.manner() == Target.Manner.MOVE) {
            files.left(file.folderFile(), id);
            changed(passage, passage.folder());
        }
        changed(passage, folder);
        CrashPoint.HALF_PLACED.reached();
        return id;
    }

    /** The folder of a spot, made where it is missing. */
    public long ensured(Spot spot) {
        return folders.ensure(spot.folder().value(), spot.below());
    }

    /** Says live that something in a folder is otherwise now. */
    public void changed(PassageFacts passage, long folder) {
        live.changed(new Change(passage.project(), folders.folder(folder).firm(), Live.Topic.FOLDER, folder));
    }
}
