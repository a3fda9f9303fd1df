package app.pervius.server.comments;

import app.pervius.core.comment.Side;
import app.pervius.core.comment.Stage;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface SheetCommentRepository extends JpaRepository<SheetComment, Long> {
    List<SheetComment> findByPassageIdInAndTakenBackFalseOrderById(Collection<Long> passages);

    long countByPassageIdAndTakenBackFalse(long passage);

    List<SheetComment> findByPassageIdInAndSideAndTakenBackFalse(Collection<Long> passages, Side side);

    List<SheetComment> findByJoinedInto(Long comment);

    boolean existsByJoinedInto(Long comment);

    Optional<SheetComment> findByAuthorIdAndAuthorKey(long author, String key);

    /** What somebody is asked and has not answered, the earliest date first. */
    List<SheetComment> findByAskedIdInAndStageAndTakenBackFalseOrderByDueAscIdAsc(Collection<Long> persons, Stage stage, Limit limit);

    List<SheetComment> findByStageAndTakenBackFalseAndChasedFalseAndDueBefore(Stage stage, LocalDate day);
}
