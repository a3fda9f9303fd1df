package app.pervius.server.people;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PersonRepository extends JpaRepository<Person, Long> {
    @Query("from Person p where lower(p.email) = lower(:email)")
    Optional<Person> findByEmail(String email);

    @Query(value = "select p.* from person p join project_member m on m.person_id = p.id where m.project_id = :project order by p.name, p.id",
            nativeQuery = true)
    List<Person> membersOf(long project);

    @Query(value = "select project_id from project_member where person_id = :person", nativeQuery = true)
    List<Long> projectsOf(long person);

    @Query("""
            select p from Person p where p.active = true
            and p.id in (select h from Role r join r.holders h where r.id = :role) order by p.name, p.id""")
    List<Person> holding(long role);

    List<Person> findByIdIn(Collection<Long> ids);
}
