package app.pervius.server.documents;

import app.pervius.core.project.InformationState;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Documents as lines of the register, with the revisions somebody may see. */
@Component
class DocumentRows {
    /**
     * A revision that is current in an information state.
     *
     * @param where the path of the folder it lies in, as the project calls it; the state's own name to whoever may not see that folder
     */
    record CurrentIn(InformationState state, String where, String revision, @Nullable String status) {
    }

    /**
     * A line of the list.
     *
     * @param latest the code of the newest revision; absent if none has come
     * @param onItsWay whether the newest is on its way
     * @param lies whether it was numbered where its files lay, and no revision has come since
     * @param voided why its number was voided; absent unless it was
     */
    record DocumentRow(long id, String number, String title, String ownReference, String originator, Map<String, String> values,
            @Nullable String latest,
            boolean onItsWay, boolean lies, List<CurrentIn> current, @Nullable String voided, Instant since) {
    }

    private final RevisionRepository revisions;
    private final Passages passages;
    private final Files files;
    private final Folders folders;
    private final People people;

    DocumentRows(RevisionRepository revisions, Passages passages, Files files, Folders folders, People people) {
        this.revisions = revisions;
        this.passages = passages;
        this.files = files;
        this.folders = folders;
        this.people = people;
    }

    /** The revisions somebody may see: where a document is shared by firms, each firm sees its own. */
    List<Revision> seen(List<Revision> all, long project, Actor actor) {
        if (actor.seesEveryFirm(project)) {
            return all;
        }
        Map<Long, Long> firms = passages.authorFirms(all.stream().map(r -> r.passageId).toList());
        return all.stream().filter(r -> actor.maySee(project, Objects.requireNonNull(firms.get(r.passageId)))).toList();
    }

    List<DocumentRow> rows(List<Document> found, Actor actor) {
        List<Revision> theirs = revisions.findByDocumentIdInOrderById(found.stream().map(Document::id).toList());
        Map<Long, List<Revision>> byDocument = (found.isEmpty() ? theirs : seen(theirs, found.getFirst().projectId, actor)).stream()
                .collect(Collectors.groupingBy(r -> r.documentId));
        Map<Long, Optional<String>> paths = new HashMap<>();
        Set<Long> lying = files.numberedWhereTheyLie(found.stream().map(Document::id).toList());
        return found.stream().map(d -> {
            List<Revision> its = byDocument.getOrDefault(d.id(), List.of()).stream().filter(r -> !r.withdrawn).toList();
            List<CurrentIn> current = new ArrayList<>();
            its.stream().filter(r -> r.currentIn != null).forEach(r ->
                    current.add(new CurrentIn(r.currentIn, paths.computeIfAbsent(Objects.requireNonNull(r.currentFolder),
                    id -> folders.find(id).filter(f -> folders.maySee(actor, f)).map(Folders.FolderView::path)).orElse(r.currentIn.label()),
                    r.code, r.statusCode)));
            return new DocumentRow(d.id(), d.number, d.title, d.ownReference, people.firm(d.originatorId).code(),
                    Documents.values(d.fieldValues).byKey(),
                    its.isEmpty() ? d.revisionBefore : its.getLast().code, !its.isEmpty() && its.getLast().onItsWay, its.isEmpty()
                    && lying.contains(d.id()), current, d.voided, d.createdAt);
        }).toList();
    }
}
