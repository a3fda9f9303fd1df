package app.pervius.server.messages;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface WishRepository extends JpaRepository<MessageWish, Long> {
    List<MessageWish> findByProjectId(long project);
}
