package app.pervius.server.people;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface FirmRepository extends JpaRepository<Firm, Long> {
    Optional<Firm> findByProjectIdAndCode(long project, String code);

    List<Firm> findByProjectIdOrderByCode(long project);
}
