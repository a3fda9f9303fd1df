package app.pervius.server.othersystems;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface OtherSystemRepository extends JpaRepository<OtherSystem, Long> {
    Optional<OtherSystem> findByName(String name);

    List<OtherSystem> findAllByOrderByName();
}
