package app.pervius.server.people;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RoleRepository extends JpaRepository<Role, Long> {
    List<Role> findByProjectIdOrderByName(long project);

    @Query("from Role r where :person member of r.holders")
    List<Role> heldBy(long person);
}
