package app.pervius.server.reviews;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface AnswerRepository extends JpaRepository<ReviewAnswer, Long> {
    List<ReviewAnswer> findByReviewIdAndTurnOrderById(long review, int turn);

    @Query("from ReviewAnswer a where a.passageId in :passages order by a.passageId, a.givenAt, a.id")
    List<ReviewAnswer> ofPassages(Collection<Long> passages);

    /** What was said in the present turns of reviews. */
    @Query("select a from ReviewAnswer a join Review r on r.id = a.reviewId and r.turn = a.turn where a.reviewId in :reviews order by "
            + "a.reviewId, a.id")
    List<ReviewAnswer> ofPresentTurns(Collection<Long> reviews);
}
