package app.pervius.server.following;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface FollowingRepository extends JpaRepository<Following, Long> {

    List<Following> findByPersonIdOrderById(long person);

    List<Following> findByProjectIdOrderById(long project);

    Optional<Following> findByPersonIdAndKindAndThingId(long person, Following.Kind kind, long thing);

    long countByPersonId(long person);
}
