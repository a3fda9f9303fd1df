package app.pervius.server.messages.tray;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface ShelfRepository extends JpaRepository<Shelf, Long> {
    List<Shelf> findByAccountIdOrderByPositionAscIdAsc(long account);
}
