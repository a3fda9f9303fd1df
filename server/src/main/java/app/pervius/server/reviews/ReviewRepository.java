package app.pervius.server.reviews;

import jakarta.persistence.LockModeType;
import jakarta.persistence.QueryHint;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.hibernate.jpa.HibernateHints;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.jpa.repository.QueryHints;

public interface ReviewRepository extends JpaRepository<Review, Long> {
    List<Review> findBySubmissionIdAndState(long submission, ReviewState state);

    List<Review> findByFamilyIdOrderById(long family);

    List<Review> findBySubmissionIdOrderById(long submission);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("from Review r where r.id = :id")
    Optional<Review> locked(long id);

    @Query("select r.id from Review r where r.passingOn = true order by r.passingOn, r.id")
    List<Long> passingOn();

    @Query("from Review r where r.state = :state and r.nextChase <= :now order by r.state, r.nextChase, r.id")
    List<Review> toChase(ReviewState state, Instant now, Limit limit);

    /** Asked of the tables themselves: of what is not written yet, only reviews have to be. */
    @QueryHints(@QueryHint(name = HibernateHints.HINT_NATIVE_SPACES, value = "review"))
    @Query(value = "select r.* from review r join review_passage p on p.review_id = r.id where p.passage_id = :passage order by r.id "
            + "desc fetch first 1 rows only",
            nativeQuery = true)
    Optional<Review> ofPassage(long passage);
}
