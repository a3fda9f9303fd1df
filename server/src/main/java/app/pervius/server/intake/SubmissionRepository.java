package app.pervius.server.intake;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface SubmissionRepository extends JpaRepository<Submission, Long> {
    /** What was handed in for what, and by when an answer is asked for. */
    record Asked(long submission, String reference, String purpose, @Nullable LocalDate answerDue) {
    }

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from Submission s where s.id = :id")
    Optional<Submission> locked(long id);

    boolean existsByFolderId(long folder);

    @Query("select s.id from Submission s where s.open = true and s.lastActivity < :before order by s.open, s.lastActivity, s.id")
    List<Long> quietSince(Instant before, Limit limit);

    @Query("select s.id from Submission s where s.unsettled = true order by s.unsettled, s.id")
    List<Long> unsettled(Limit limit);

    @Query("select s.id from Submission s where s.opening = true order by s.opening, s.id")
    List<Long> opening(Limit limit);

    /** Of several processes that want it one gets it, once all of it has begun. */
    @Modifying
    @Query("""
            update Submission s set s.runs = s.runs + 1, s.leasedBy = :by, s.leasedUntil = :until where s.id = :id
            and s.opening = false and (s.leasedBy is null or s.leasedBy = :by or s.leasedUntil < :now)""")
    int take(long id, String by, Instant now, Instant until);

    @Modifying
    @Query("update Submission s set s.leasedUntil = :until where s.id = :id and s.leasedBy = :by")
    int keep(long id, String by, Instant until);

    @Modifying
    @Query("update Submission s set s.leasedBy = null, s.leasedUntil = null where s.leasedBy = :by")
    void letGo(String by);

    @Modifying
    @Query("update Submission s set s.unsettled = true where s.id = :id and s.unsettled = false")
    void unsettled(long id);

    @Modifying
    @Query("update Submission s set s.unsettled = false, s.leasedBy = null, s.leasedUntil = null where s.id = :id")
    void settled(long id);

    @Modifying
    @Query("update Submission s set s.lastActivity = :now where s.id = :id")
    void active(long id, Instant now);

    @Query("select s.runs from Submission s where s.id = :id")
    int runs(long id);

    @Query("select s.reference from Submission s where s.id = :id")
    String reference(long id);

    /** Those of a project since a moment, the newest first; of authors of these firms, of all where it is 0. */
    @Query("from Submission s where s.projectId = :project and s.openedAt >= :since and (0 in :firms or s.authorFirmId in :firms) order "
            + "by s.projectId desc, s.openedAt desc, s.id desc")
    List<Submission> since(long project, Instant since, Collection<Long> firms, Limit limit);

    /** Closed ones that no passage came of, though files did, the newest first. */
    @Query("""
            from Submission s where s.projectId = :project and (:folder is null or s.folderId = :folder) and s.open = false
            and exists (select 1 from SubmissionFile f where f.submissionId = s.id and f.folderFileId is not null and f.joined = false)
            and not exists (select 1 from Passage p where p.submissionId = s.id) order by s.projectId desc, s.id desc""")
    List<Submission> keptOnly(long project, @Nullable Long folder, Limit limit);

    @Query("""
            select s.id from Submission s where s.projectId = :project and (0 in :firms or s.authorFirmId in :firms)
            and (locate(:text, lower(s.reference)) > 0 or locate(:text, lower(s.purpose)) > 0) order by s.projectId desc, s.id desc""")
    List<Long> found(long project, Collection<Long> firms, String text, Limit limit);

    @Query("select s.id as submission, s.reference as reference, s.purpose as purpose, s.answerDue as answerDue from Submission s "
            + "where s.id in :ids")
    List<Asked> asked(Collection<Long> ids);

    /** The reference of a submission, unless it has to be settled. */
    @Query("select s.reference from Submission s where s.id = :id and s.unsettled = false")
    Optional<String> settledReference(long id);
}
