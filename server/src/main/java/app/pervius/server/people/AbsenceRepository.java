package app.pervius.server.people;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface AbsenceRepository extends JpaRepository<Absence, Long> {
    @Query("from Absence a where a.toDay >= :day order by a.fromDay, a.id")
    List<Absence> notOver(LocalDate day);

    @Query("from Absence a where a.personId in :people and a.toDay >= :day order by a.fromDay, a.id")
    List<Absence> notOverOf(Collection<Long> people, LocalDate day);
}
