package app.pervius.server.reviews;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface SeatRepository extends JpaRepository<ReviewSeat, Long> {
    List<ReviewSeat> findByReviewIdOrderById(long review);

    List<ReviewSeat> findByReviewIdAndTurnOrderById(long review, int turn);

    Optional<ReviewSeat> findByReviewIdAndTurnAndPersonId(long review, int turn, long person);

    /** Those in the present turns of reviews. */
    @Query("select s from ReviewSeat s join Review r on r.id = s.reviewId and r.turn = s.turn where s.reviewId in :reviews order by "
            + "s.reviewId, s.id")
    List<ReviewSeat> ofPresentTurns(Collection<Long> reviews);

    /** The reviews that wait for people, the most urgent first; one can be there several times. */
    @Query("select s.reviewId from ReviewSeat s where s.personId in :people and s.open = true order by s.due, s.id")
    List<Long> waitingFor(Collection<Long> people, Limit limit);

    /** The same for one person, which goes by the index alone. */
    @Query("select s.reviewId from ReviewSeat s where s.personId = :person and s.open = true order by s.personId, s.open, s.due, s.id")
    List<Long> waitingFor(long person, Limit limit);

    List<ReviewSeat> findByRoleIdAndOpenTrueOrderById(long role);

    @Query("select s from ReviewSeat s join Review r on r.id = s.reviewId where s.personId = :person and s.open = true and r.projectId "
            + "= :project order by s.due, s.id")
    List<ReviewSeat> openIn(long project, long person);
}
