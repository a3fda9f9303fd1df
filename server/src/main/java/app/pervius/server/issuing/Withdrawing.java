package app.pervius.server.issuing;

import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.passages.Happened;
import app.pervius.server.passages.Passages;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** An issued revision is no longer current: its files, and their copies, go to the archive. */
@Component
class Withdrawing {

    private final Documents documents;
    private final Files files;
    private final Folders folders;
    private final Projects projects;
    private final Live live;
    private final ApplicationEventPublisher events;

    Withdrawing(Documents documents, Files files, Folders folders, Projects projects, Live live,
            ApplicationEventPublisher events) {
        this.documents = documents;
        this.files = files;
        this.folders = folders;
        this.projects = projects;
        this.live = live;
        this.events = events;
    }

    void withdraw(Passages.PassageView passage, long revision, long folder, Actor actor) {
        long archive = projects.settings(passage.project()).archive().orElseThrow(() -> Refused.conflict("no-archive",
                "The issued files would have to go to the archive, and the project has no archive folder.")).value();
        String named = passage.names().number() == null ? null : passage.names().number() + "_" + passage.names().revision() + "_withdrawn";
        // Its copies do not hold either, wherever only what is current stands.
        List<Long> from = Stream.concat(Stream.of(folder), files.ofRevision(revision).stream().filter(Files.FileView::present)
                .map(Files.FileView::folder).filter(f -> folders.folder(f).state().holdsOneCurrentRevision())).distinct().toList();
        from.forEach(f -> files.withdraw(revision, f, archive, named, actor.person(passage.project())));
        documents.retire(revision);
        events.publishEvent(new Happened(List.of(passage.id()), Occasion.WITHDRAWN, "withdrawn " + passage.id(), "By "
                + actor.in(passage.project()).name() + "."));
        Stream.concat(from.stream(), Stream.of(archive)).forEach(f -> live.changed(new Change(passage.project(),
                folders.folder(f).firm(), Live.Topic.FOLDER, f)));
    }
}
