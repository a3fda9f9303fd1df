package app.pervius.server.reviews;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface ClosingRepository extends JpaRepository<ReviewClosing, Long> {
    List<ReviewClosing> findByReviewIdAndTurnOrderByIdDesc(long review, int turn);
}
