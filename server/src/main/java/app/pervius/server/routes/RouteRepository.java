package app.pervius.server.routes;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface RouteRepository extends JpaRepository<RouteEdition, Long> {
    Optional<RouteEdition> findByProjectIdAndRouteKeyAndInForceTrue(long project, String key);

    Optional<RouteEdition> findByProjectIdAndRouteKeyAndEdition(long project, String key, int edition);

    List<RouteEdition> findByProjectIdAndInForceTrueOrderByRouteKey(long project);

    List<RouteEdition> findByProjectIdAndRouteKeyOrderByEditionDesc(long project, String key);
}
