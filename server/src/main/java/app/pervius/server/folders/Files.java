package app.pervius.server.folders;

import app.pervius.core.arrive.FileName;
import app.pervius.server.refused.Refused;
import app.pervius.server.scanning.Scans;
import app.pervius.server.store.Portions;
import app.pervius.server.store.Turns;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The files in folders, for the other features. Bytes lie in the content store; these rows point at them. */
@Service
@Transactional
public class Files {

    /** A version of a file in a folder. */
    public record FileView(long id, long folder, String name, int version, String hash, long size, String mediaType, Instant addedAt,
            long addedBy, @Nullable Long passage, @Nullable Long revision, boolean present) {
    }

    /** Bytes in the store with the name and kind they go under. */
    public record Content(FileName name, String hash, long size, String mediaType) {
    }

    private final FolderFileRepository files;
    private final InstantSource clock;
    private final JdbcClient jdbc;
    private final Scans scans;
    private final Turns turns;
    private final ApplicationEventPublisher events;

    Files(FolderFileRepository files, InstantSource clock, JdbcClient jdbc, Scans scans, Turns turns, ApplicationEventPublisher events) {
        this.turns = turns;
        this.scans = scans;
        this.events = events;
        this.files = files;
        this.clock = clock;
        this.jdbc = jdbc;
    }

    /**
     * Where bytes lie already.
     *
     * @param passage the passage they came with, if they did
     */
    public record CameBefore(String name, long folder, @Nullable Long passage) {
    }

    /**
     * A file that was added.
     *
     * @param bytesKnown whether the same bytes were there before, whoever's they are
     */
    public record Added(long id, boolean bytesKnown) {
    }

    /** Puts content into a folder: a new file, or a new version of the file of that name. */
    public Added add(long folder, Content content, long by) {
        boolean known = known(content);
        // Two who bring the same name at once: one becomes the next version of the other.
        turns.take(folder + "/" + content.name().key());
        scans.came(content.hash(), content.size());
        return new Added(place(folder, content, by, null), known);
    }

    /** The same of content that Pervius has made of what was looked at: no scanner is shown it. Gives the file's id. */
    public long addMade(long folder, Content content, long by) {
        known(content);
        return place(folder, content, by, null);
    }

    /** Places content that is in the store already, as part of a revision. Gives the file's id. */
    public long place(long folder, Content content, long by, @Nullable Long revision) {
        FolderFile file = new FolderFile();
        int newest = files.newest(folder, content.name().key()).map(before -> {
            before.present = false;
            return before.versionNumber;
        }).orElse(0);
        file.folderId = folder;
        file.name = content.name().text();
        file.nameKey = content.name().key();
        file.sortKey = content.name().order();
        file.versionNumber = newest + 1;
        file.hash = content.hash();
        file.size = content.size();
        file.mediaType = content.mediaType();
        file.addedAt = clock.instant();
        file.addedBy = by;
        file.revisionId = revision;
        return files.save(file).id();
    }

    /** Moves the files of a revision that lie in {@code from} to another folder; each leaves a trace where it was. */
    public void move(long revision, long from, long to, long by) {
        for (FolderFile file : files.findByRevisionIdAndPresentTrueOrderById(revision)) {
            if (file.folderId == from) {
                went(file, place(to, new Content(new FileName(file.name), file.hash, file.size, file.mediaType), by, revision));
            }
        }
    }

    private void went(FolderFile file, long to) {
        file.present = false;
        file.movedTo = to;
        events.publishEvent(new FileWent(file.id(), to));
    }

    /**
     * The same for a revision whose decision does not hold any more: what a name says of it is true no more either.
     *
     * @param base what its files are called in {@code to}, without their endings; absent for the name they had and that they were withdrawn
     */
    public void withdraw(long revision, long from, long to, @Nullable String base, long by) {
        for (FolderFile file : files.findByRevisionIdAndPresentTrueOrderById(revision)) {
            if (file.folderId == from) {
                FileName was = new FileName(file.name);
                String ending = file.name.substring(was.base().length());
                FileName name = new FileName((base == null ? was.base() + "_withdrawn" : base) + ending);
                went(file, place(to, new Content(name, file.hash, file.size, file.mediaType), by, revision));
            }
        }
    }

    /** The file of this name in a folder goes to another; it leaves a trace. */
    public void moveAway(long folder, FileName name, long to, long by) {
        files.newest(folder, name.key()).filter(f -> f.present).ifPresent(file -> went(file, place(to, new Content(
                new FileName(file.name), file.hash, file.size, file.mediaType), by, file.revisionId)));
    }

    /** A file is in its folder no more: it lies elsewhere as another. Nothing happens to one that had gone already. */
    public void left(long file, long movedTo) {
        files.findById(file).filter(f -> f.present).ifPresent(f -> went(f, movedTo));
    }

    /** A file that can be made again lies in its folder no more, and nowhere else. */
    public void takeOut(long file) {
        files.findById(file).ifPresent(f -> f.present = false);
    }

    /** Whether the bytes were known; they are from now on. */
    private boolean known(Content content) {
        if (jdbc.sql("select count(*) from blob where hash = ?").param(content.hash()).query(Long.class).single() > 0) {
            return true;
        }
        turns.take(content.hash());
        return jdbc.sql("insert into blob (hash, size, stored_at) select :hash, :size, :at where not exists (select 1 from blob "
                + "where hash = :hash)").param("hash", content.hash()).param("size", content.size())
                .param("at", clock.instant().atOffset(ZoneOffset.UTC)).update() == 0;
    }

    /** Whether exactly these bytes are in the store. */
    @Transactional(readOnly = true)
    public boolean bytesKnown(String hash, long size) {
        return jdbc.sql("select count(*) from blob where hash = ? and size = ?").params(hash, size).query(Long.class).single() > 0;
    }

    /** Where the same bytes, of a file not yet written, came first in the project, as far as the people of {@code firm} may see. */
    @Transactional(readOnly = true)
    public Optional<CameBefore> cameBefore(String hash, long project, long firm) {
        return jdbc.sql("""
                select f.name, f.folder_id, f.passage_id from folder_file f join folder d on d.id = f.folder_id
                where f.hash = ? and d.project_id = ? and (d.firm_id is null or d.firm_id = ?) order by f.hash, f.id fetch first 1 rows
                    only""")
                .params(hash, project, firm).query((row, n) -> new CameBefore(row.getString("name"), row.getLong("folder_id"),
                        row.getObject("passage_id", Long.class)))
                .optional();
    }

    public void belongsTo(long file, long passage) {
        files.findById(file).orElseThrow().passageId = passage;
    }

    @Transactional(readOnly = true)
    public FileView file(long id) {
        return files.findById(id).map(Files::view).orElseThrow(() -> Refused.notFound("file"));
    }

    @Transactional(readOnly = true)
    public Map<Long, FileView> files(Collection<Long> ids) {
        return Portions.of(ids, files::findAllById).stream().map(Files::view).collect(Collectors.toMap(FileView::id, Function.identity()));
    }

    /** The file of this name that is in the folder now. */
    @Transactional(readOnly = true)
    public Optional<FileView> lying(long folder, FileName name) {
        return files.newest(folder, name.key()).filter(f -> f.present).map(Files::view);
    }

    /** Whether a file of this name is in the folder now, those of {@code except} aside. */
    @Transactional(readOnly = true)
    public boolean taken(long folder, FileName name, @Nullable Long except) {
        return files.newest(folder, name.key()).filter(f -> f.present)
                .filter(f -> except == null || !except.equals(f.revisionId)).isPresent();
    }

    /** Files that are in one of these folders now and have the text in their names, whatever its case. */
    @Transactional(readOnly = true)
    public List<FileView> named(Collection<Long> folders, String text, int most) {
        return files.named(folders, FileName.keyOf(text), Limit.of(most)).stream().map(Files::view).toList();
    }

    /** What the folder holds, by name, from after the file {@code afterId} on (0: from the beginning). */
    @Transactional(readOnly = true)
    public List<FileView> present(long folder, long afterId, int most) {
        String afterKey = afterId == 0 ? "" : files.findById(afterId).map(f -> f.sortKey).orElse("");
        return files.present(folder, afterKey, afterId, Limit.of(most)).stream().map(Files::view).toList();
    }

    /** A file that left its folder, and what it is now where it went. */
    public record Gone(FileView was, FileView is) {
    }

    /** The files that went from a folder to another, the last to go first. */
    @Transactional(readOnly = true)
    public List<Gone> gone(long folder, int most) {
        List<FolderFile> left = files.left(folder, Limit.of(most));
        Map<Long, FileView> now = files(left.stream().map(f -> f.movedTo).toList());
        return left.stream().map(f -> new Gone(view(f), Objects.requireNonNull(now.get(f.movedTo)))).toList();
    }

    /** Files that lie in these folders, were not placed there as part of a revision and have never been on a passage. */
    @Transactional(readOnly = true)
    public List<FileView> neverOnAPassage(Collection<Long> folders, int most) {
        return folders.isEmpty() ? List.of() : files.neverOnAPassage(folders, Limit.of(most)).stream().map(Files::view).toList();
    }

    /** The files of a revision that were placed: those that are there now, or the ones that were last. */
    @Transactional(readOnly = true)
    public List<FileView> ofRevision(long revision) {
        List<FolderFile> all = files.findByRevisionIdOrderById(revision);
        List<FolderFile> there = all.stream().filter(f -> f.present).toList();
        return (there.isEmpty() ? all : there).stream().map(Files::view).toList();
    }

    /** Those of these documents whose files were numbered on request. */
    @Transactional(readOnly = true)
    public Set<Long> numberedWhereTheyLie(Collection<Long> documents) {
        return documents.isEmpty() ? Set.of() : Set.copyOf(jdbc.sql(
                "select distinct document_id from folder_file where document_id in (:documents)").param("documents", documents)
                .query(Long.class).list());
    }

    /** The document a file was numbered for on request. */
    @Transactional(readOnly = true)
    public Optional<Long> documentOf(long file) {
        return files.findById(file).map(f -> f.documentId);
    }

    /** Gives a file another name because its document got a number; the old one is kept. */
    public void rename(long file, String name, long document, long by) {
        FolderFile row = files.findById(file).orElseThrow(() -> Refused.notFound("file"));
        jdbc.sql("insert into former_name (id, folder_file_id, name, person_id, at) values (next value for ids, ?, ?, ?, ?)")
                .params(file, row.name, by, clock.instant().atOffset(ZoneOffset.UTC)).update();
        row.name = name;
        row.nameKey = FileName.keyOf(name);
        row.sortKey = new FileName(name).order();
        row.documentId = document;
        files.saveAndFlush(row);
        events.publishEvent(new FileWent(file, file));
    }

    /** The names files of a document had before they were numbered. */
    @Transactional(readOnly = true)
    public List<String> formerNames(long document) {
        return jdbc.sql("select distinct n.name from former_name n join folder_file f on f.id = n.folder_file_id where f.document_id = "
                + "? order by n.name")
                .param(document).query(String.class).list();
    }

    private static FileView view(FolderFile f) {
        return new FileView(f.id(), f.folderId, f.name, f.versionNumber, f.hash, f.size, f.mediaType, f.addedAt, f.addedBy, f.passageId,
                f.revisionId, f.present);
    }
}
