package app.pervius.server.reviews;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface AnswerRepository extends JpaRepository<ReviewAnswer, Long> {
    List<ReviewAnswer> findByReviewIdAndStepOrderById(long review, int step);

    List<ReviewAnswer> findByReviewIdOrderByStepAscIdAsc(long review);

    List<ReviewAnswer> findByPassageIdOrderByStepAscIdAsc(long passage);
}
