package app.pervius.server.reviews;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface AnswerRepository extends JpaRepository<ReviewAnswer, Long> {
    List<ReviewAnswer> findByReviewIdAndTurnOrderById(long review, int turn);

    @Query("from ReviewAnswer a where a.passageId in :passages order by a.passageId, a.givenAt, a.id")
    List<ReviewAnswer> ofPassages(Collection<Long> passages);
}
