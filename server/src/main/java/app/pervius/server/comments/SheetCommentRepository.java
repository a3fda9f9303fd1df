package app.pervius.server.comments;

import app.pervius.core.comment.Side;
import app.pervius.core.comment.Stage;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SheetCommentRepository extends JpaRepository<SheetComment, Long> {
    List<SheetComment> findByPassageIdInAndTakenBackFalseOrderById(Collection<Long> passages);

    /** The revisions of a project on which something was said. */
    @Query("select distinct c.passageId from SheetComment c where c.projectId = :project and c.takenBack = false")
    Set<Long> commented(long project);

    long countByPassageIdAndTakenBackFalse(long passage);

    List<SheetComment> findByPassageIdInAndSideAndTakenBackFalse(Collection<Long> passages, Side side);

    List<SheetComment> findByJoinedInto(Long comment);

    List<SheetComment> findByProjectIdAndBeforeCodeGreaterThanEqualAndStageNotAndTakenBackFalse(long project, int code, Stage stage);

    boolean existsByJoinedInto(Long comment);

    Optional<SheetComment> findByAuthorIdAndAuthorKey(long author, String key);

    /** What somebody is asked and has not answered, the earliest date first. */
    List<SheetComment> findByAskedIdInAndStageAndTakenBackFalseOrderByDueAscIdAsc(Collection<Long> persons, Stage stage, Limit limit);

    List<SheetComment> findByStageAndTakenBackFalseAndChasedFalseAndDueBefore(Stage stage, LocalDate day);
}
