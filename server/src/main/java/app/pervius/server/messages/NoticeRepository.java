package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;

interface NoticeRepository extends JpaRepository<Notice, Long> {
    /** Locked, so that of two who gather at the same time the second finds what the first has left. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    List<Notice> findBySubmissionIdAndMessageIdIsNullOrderById(long submission);

    List<Notice> findByPassageIdInOrderByIdDesc(Collection<Long> passages, Limit limit);

    List<Notice> findByOccasionInAndPassageIdInOrderById(Collection<Occasion> occasions, Collection<Long> passages);
}
