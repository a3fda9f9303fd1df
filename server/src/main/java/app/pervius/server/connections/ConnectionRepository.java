package app.pervius.server.connections;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ConnectionRepository extends JpaRepository<Connection, Long> {
    Optional<Connection> findByName(String name);

    List<Connection> findAllByOrderByName();
}
