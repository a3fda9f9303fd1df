package app.pervius.server.accounts;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface AccountRepository extends JpaRepository<Account, Long> {
    Optional<Account> findByEmailKey(String key);

    List<Account> findAllByOrderByNameAscIdAsc();

    long countByAdministratorTrueAndClosedFalse();
}
