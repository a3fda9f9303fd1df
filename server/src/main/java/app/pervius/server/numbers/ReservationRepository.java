package app.pervius.server.numbers;

import java.time.LocalDate;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface ReservationRepository extends JpaRepository<Reservation, Long> {

    @Query("from Reservation r where r.projectId = :project and r.id < :before order by r.projectId desc, r.id desc")
    List<Reservation> newest(long project, long before, Limit limit);

    @Query("from Reservation r where r.endedAt is null and r.untilDay < :today order by r.untilDay, r.id")
    List<Reservation> over(LocalDate today, Limit limit);
}
