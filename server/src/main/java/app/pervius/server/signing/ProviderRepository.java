package app.pervius.server.signing;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ProviderRepository extends JpaRepository<Provider, Long> {
    Optional<Provider> findByProviderKey(String key);

    List<Provider> findAllByOrderByName();
}
