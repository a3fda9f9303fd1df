package app.pervius.server.people;

import org.springframework.data.jpa.repository.JpaRepository;

interface MatrixRepository extends JpaRepository<DistributionMatrix, Long> {
}
