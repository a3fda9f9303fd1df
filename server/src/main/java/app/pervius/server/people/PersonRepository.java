package app.pervius.server.people;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PersonRepository extends JpaRepository<Person, Long> {
    Optional<Person> findByProjectIdAndAddressKey(long project, String key);

    @Query("from Person p where p.projectId = :project and p.gone = false order by p.name, p.id")
    List<Person> membersOf(long project);

    /** Who an account is in the projects it has not left. */
    @Query("from Person p where p.accountId = :account and p.gone = false order by p.projectId")
    List<Person> ofAccount(long account);

    List<Person> findByAccountId(long account);

    @Query("from Person p where p.accountId = :account or p.accountId is null and p.addressKey = :key order by p.id")
    List<Person> ofAccountOrAddress(long account, String key);

    @Query("select p.id from Person p where lower(p.name) = lower(:name)")
    List<Long> calledSo(String name);

    @Query("""
            select p from Person p where p.active = true
            and p.id in (select h from Role r join r.holders h where r.id = :role) order by p.name, p.id""")
    List<Person> holding(long role);

    List<Person> findByProjectIdAndGoneFalseAndIdIn(long project, Collection<Long> ids);
}
