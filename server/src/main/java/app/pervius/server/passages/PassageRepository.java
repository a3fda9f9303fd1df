package app.pervius.server.passages;

import app.pervius.core.passage.End;
import app.pervius.core.passage.Station;
import jakarta.persistence.LockModeType;
import jakarta.persistence.QueryHint;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.hibernate.jpa.HibernateHints;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.jpa.repository.QueryHints;

interface PassageRepository extends JpaRepository<StoredPassage, Long> {
    /** A passage with its author's firm. */
    record Firm(long passage, long firm) {
    }

    /** What a passage is called by; number and revision are absent while it has none. */
    record Title(long passage, @Nullable String number, @Nullable String revision, String title, String originalName) {
    }

    /** How many passages a rule took. */
    record Taken(long rule, long passages) {
    }

    @Query("select p.id as passage, p.authorFirmId as firm from Passage p where p.id in :ids")
    List<Firm> authorFirms(Collection<Long> ids);

    @Query("select p.id as passage, p.number as number, p.revision as revision, p.title as title, p.originalName as originalName "
            + "from Passage p where p.id in :ids")
    List<Title> titles(Collection<Long> ids);

    /** How far a passage is. */
    record Stands(long passage, Passages.State state) {
    }

    @Query("select p.id as passage, p.state as state from Passage p where p.id in :ids")
    List<Stands> states(Collection<Long> ids);

    @Query("select p.id from Passage p where p.submissionId = :submission and p.state = :state and p.id > :after "
            + "order by p.submissionId, p.state, p.id")
    List<Long> nextToRun(long submission, Passages.State state, long after, Limit limit);

    @Query("select distinct p.submissionId from Passage p where p.state = :state")
    List<Long> submissionsWith(Passages.State state);

    @Query("select p.originalName from Passage p where p.projectId = :project and p.id > 0 order by p.projectId desc, p.id desc")
    List<String> namesArrived(long project, Limit limit);

    @Query("select p.originalName from Passage p where p.projectId = :project and p.folderId in :folders order by p.id desc")
    List<String> namesArrived(long project, Collection<Long> folders, Limit limit);

    @QueryHints(@QueryHint(name = HibernateHints.HINT_NATIVE_SPACES, value = "passage"))
    @Query(value = """
            select count(*) > 0 from passage_word w join passage p on p.id = w.passage_id where w.project_id = :project and w.word = :word
            and (locate(:text, lower(p.original_name)) > 0 or locate(:text, lower(p.base_name)) > 0)""", nativeQuery = true)
    boolean anyNameWith(long project, String word, String text);

    @Query("select p.id from Passage p where p.projectId = :project and p.id > 0 and (:folder is null or p.folderId = :folder) "
            + "order by p.projectId desc, p.id desc")
    List<Long> arrived(long project, @Nullable Long folder, Limit limit);

    @Query("select p.id from Passage p where p.folderId in :folders order by p.id")
    List<Long> arrivedIn(Collection<Long> folders);

    /** What a passage came under. */
    record Base(long passage, String name) {
    }

    // Ordered as an index is: planned while the table is empty, H2 would take one that leads to nearly everything, and keep to it.

    /** Those of a firm that are stopped at a station in a folder. */
    @Query("select p.id as passage, p.baseName as name from Passage p where p.projectId = :project and p.state = :stopped "
            + "and (p.folderId = :folder or p.id < 0) and p.station = :station and p.authorFirmId = :firm order by p.projectId, "
            + "p.authorFirmId, p.state, p.id")
    List<Base> stoppedAt(long project, Passages.State stopped, long folder, Station station, long firm);

    /** Those of a firm that wait at a station in a folder, beyond a moment, for something that may not come. */
    @Query("select p.id as passage, p.baseName as name from Passage p where p.waitUntil > :beyond and p.folderId = :folder "
            + "and p.station = :station and p.authorFirmId = :firm order by p.folderId, p.authorFirmId, p.waitUntil")
    List<Base> waitingAt(long folder, Station station, long firm, Instant beyond);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select p from Passage p where p.id = :id")
    Optional<StoredPassage> locked(long id);

    boolean existsBySubmissionIdAndState(long submission, Passages.State state);

    /** Whether some of a submission waits at a station for something that comes by itself, however long that takes. */
    @Query("select p.id from Passage p where p.submissionId = :submission and p.state = :waiting and p.station = :station "
            + "and p.waitUntil is null order by p.submissionId, p.state, p.id")
    List<Long> awaited(long submission, Passages.State waiting, Station station, Limit limit);


    @Query("select distinct p.awaitsDocument from Passage p where p.awaitsDocument is not null and p.state = :state")
    List<Long> documentsAwaited(Passages.State state);

    @Query("select p.id from Passage p where p.awaitsDocument = :document and p.state = :state order by p.id")
    List<Long> awaiting(Passages.State state, long document);

    /** Those in a state that should have been out of it by now. */
    @Query("select p.id from Passage p where p.waitUntil <= :now and p.state = :state order by p.waitUntil, p.id")
    List<Long> waitedTooLong(Passages.State state, Instant now, Limit limit);

    List<StoredPassage> findBySubmissionIdOrderById(long submission, Limit limit);

    boolean existsBySubmissionIdAndStateNot(long submission, Passages.State state);

    @Query("select p.ruleId as rule, count(p) as passages from Passage p where p.projectId = :project and p.ruleId is not null "
            + "and p.since >= :since group by p.ruleId")
    List<Taken> countByRule(long project, Instant since);

    List<StoredPassage> findByDocumentIdOrderByIdDesc(long document);

    /** The files of passages that ended so in these folders. */
    @Query("""
            select f from PassageFile f, Passage p where f.passageId = p.id and p.folderId in :folders and p.ended = :end order by f.id""")
    List<PassageFile> filesEnded(Collection<Long> folders, End end, Limit limit);

    /** What narrows a list of passages. */
    String NARROWED = """
            and p.id < :before and (0 in :firms or p.authorFirmId in :firms)
            and (:submission is null or p.submissionId = :submission)
            and (:rule is null or p.ruleId = :rule)
            and (:folder is null or p.folderId = :folder)
            and (:person is null or p.authorId = :person or p.uploaderId = :person)
            and (:unanswered = false or p.documentId is null or not exists (select 1 from Passage q where q.documentId = p.documentId and
                q.id > p.id))
            and (:dueBefore is null or p.due < :dueBefore)
            and (:ends is null or p.ended in :ends)
            """;

    /** The newest in some states. One statement: what moves on meanwhile is there once. */
    @Query("from Passage p where p.projectId = :project and p.state in :states " + NARROWED + "order by p.id desc")
    List<StoredPassage> inStates(long project, Collection<Passages.State> states, Collection<Long> firms, @Nullable Long submission,
            @Nullable Long rule, @Nullable Long folder, @Nullable Long person, boolean unanswered, @Nullable Instant dueBefore,
            @Nullable Collection<End> ends, long before, Limit limit);

    /** The newest in whatever state, in the order of an index: with all states named H2 would put in order all there ever was. */
    @Query("from Passage p where p.projectId = :project " + NARROWED + "order by p.projectId desc, p.id desc")
    List<StoredPassage> newest(long project, Collection<Long> firms, @Nullable Long submission, @Nullable Long rule, @Nullable Long folder,
            @Nullable Long person, boolean unanswered, @Nullable Instant dueBefore, @Nullable Collection<End> ends, long before,
            Limit limit);

    /** @param unanswered only what has no document, or of whose document nothing newer has come */
    default List<StoredPassage> list(long project, Collection<Passages.State> states, Collection<Long> firms, @Nullable Long submission,
            @Nullable Long rule, @Nullable Long folder, @Nullable Long person, boolean unanswered, @Nullable Instant dueBefore,
            @Nullable Collection<End> ends, long before, Limit limit) {
        return states.size() == Passages.State.values().length
                ? newest(project, firms, submission, rule, folder, person, unanswered, dueBefore, ends, before, limit)
                : inStates(project, states, firms, submission, rule, folder, person, unanswered, dueBefore, ends, before, limit);
    }
}
