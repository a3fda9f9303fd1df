package app.pervius.server.reviews;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ClosingRepository extends JpaRepository<ReviewClosing, Long> {
    Optional<ReviewClosing> findByReviewIdAndStep(long review, int step);
}
