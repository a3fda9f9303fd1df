package app.pervius.server.messages;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface ProjectMessagesRepository extends JpaRepository<ProjectMessages, Long> {
    List<ProjectMessages> findByHeldTrue();
}
