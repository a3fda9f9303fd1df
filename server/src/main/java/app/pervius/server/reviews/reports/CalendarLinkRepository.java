package app.pervius.server.reviews.reports;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface CalendarLinkRepository extends JpaRepository<CalendarLink, Long> {
    Optional<CalendarLink> findBySecretHash(String hash);
}
