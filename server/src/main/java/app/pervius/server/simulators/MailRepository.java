package app.pervius.server.simulators;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface MailRepository extends JpaRepository<Mail, Long> {
    @Query("from Mail m where m.id < :before order by m.id desc")
    List<Mail> newest(long before, Limit limit);
}
