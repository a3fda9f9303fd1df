package app.pervius.server.messages;

import app.pervius.core.tell.Manner;
import app.pervius.core.tell.Occasion;
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
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.jpa.repository.QueryHints;

interface NoticeRepository extends JpaRepository<Notice, Long> {
    /** For whom something of a submission is to be told at once. */
    @Query("select distinct n.projectId as project, n.personId as person, n.address as address from Notice n "
            + "where n.submissionId = :submission and n.messageId is null and n.dueAt is null")
    List<Recipient> atOnce(long submission, Limit limit);

    /** What of it is for one of them. Locked, so that of two who gather at the same time the second finds what the first has left. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from Notice n where n.submissionId = :submission and n.messageId is null and n.dueAt is null "
            + "and (n.personId = :person or n.address = :address) order by n.id")
    List<Notice> atOnce(long submission, @Nullable Long person, @Nullable String address);

    /** They are told of in a message. */
    @Modifying
    @Query("update Notice n set n.messageId = :message where n.id in :notices")
    void told(Collection<Long> notices, long message);

    /** What waits to be told to a person with other things, in the order it happened; only to be read. */
    @QueryHints(@QueryHint(name = HibernateHints.HINT_READ_ONLY, value = "true"))
    @Query("from Notice n where n.projectId = :project and n.personId = :person and n.messageId is null and n.dueAt is not null "
            + "order by n.id")
    List<Notice> waitingFor(long project, long person);

    /** For whom something is due: a person of a project, or an address outside it. */
    interface Recipient {
        long getProject();

        @Nullable Long getPerson();

        @Nullable String getAddress();
    }

    @Query("select distinct n.projectId as project, n.personId as person, n.address as address from Notice n "
            + "where n.dueAt <= :now and n.messageId is null")
    List<Recipient> due(Instant now, Limit limit);

    /** The same for an address outside the project. */
    @QueryHints(@QueryHint(name = HibernateHints.HINT_READ_ONLY, value = "true"))
    @Query("from Notice n where n.personId is null and n.messageId is null and n.projectId = :project and n.address = :address "
            + "and n.dueAt is not null order by n.personId, n.messageId, n.id")
    List<Notice> waitingFor(long project, String address);

    /** When the first of what waits for a person goes; empty where nothing waits. */
    @Query("select min(n.dueAt) from Notice n where n.projectId = :project and n.personId = :person and n.messageId is null "
            + "and n.dueAt is not null")
    Optional<Instant> firstDue(long project, long person);

    /** What waits for a person goes with the next look. */
    @Modifying
    @Query("update Notice n set n.dueAt = :now where n.projectId = :project and n.personId = :person and n.messageId is null "
            + "and n.dueAt > :now")
    int goNow(long project, long person, Instant now);

    long countByProjectIdAndPersonIdAndMessageIdIsNullAndDueAtIsNotNull(long project, long person);

    /** What was told of a submission to people who see each other. */
    List<Notice> findBySubmissionIdAndOccasionInAndShownNotOrderById(long submission, Collection<Occasion> occasions,
            Manner.Shown shown);

    List<Notice> findByMessageId(long message);

    List<Notice> findByPassageIdInOrderByIdDesc(Collection<Long> passages, Limit limit);

    List<Notice> findByOccasionInAndPassageIdInOrderById(Collection<Occasion> occasions, Collection<Long> passages);
}
