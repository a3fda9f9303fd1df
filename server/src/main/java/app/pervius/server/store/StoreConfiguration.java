package app.pervius.server.store;

import app.pervius.server.store.seals.Sealing;
import jakarta.persistence.EntityManagerFactory;
import java.nio.file.Path;
import java.time.Clock;
import java.time.InstantSource;
import java.sql.Connection;
import java.sql.SQLException;
import javax.sql.DataSource;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.beans.factory.config.BeanFactoryPostProcessor;
import org.springframework.boot.autoconfigure.condition.ConditionalOnMissingBean;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

@Configuration(proxyBeanMethods = false)
class StoreConfiguration {

    /** Before anything opens the database. */
    @Bean
    static BeanFactoryPostProcessor reservingFiles() {
        return beans -> ReservingFiles.register();
    }

    @Bean
    FlywayMigrationStrategy bringOver(DataDirectory data, DatabaseAccess access) {
        return flyway -> {
            NewerData.bringOver(flyway, data);
            access.isOpened();
        };
    }

    @Bean
    DataDirectory dataDirectory(@Value("${pervius.data}") Path path) {
        return new DataDirectory(path.toAbsolutePath());
    }

    @Bean
    @ConditionalOnMissingBean
    InstantSource clock() {
        return Clock.systemUTC();
    }

    @Bean
    WritesInFlight writesInFlight() {
        return new WritesInFlight();
    }

    @Bean
    Instance instance(@Value("${pervius.instance}") String name) {
        return new Instance(name);
    }

    /** Writes by itself unless the data directory is only looked at. */
    @Bean(destroyMethod = "stop")
    DiskFlush diskFlush(DataSource dataSource, WritesInFlight writes, @Value("${pervius.working}") boolean working) {
        DiskFlush flush = new DiskFlush(dataSource, writes);
        if (working) {
            flush.start();
        }
        return flush;
    }

    /** By what the database is: H2 needs its file to be forced. */
    @Bean
    Durable durable(DataSource dataSource, WritesInFlight writes, DiskFlush flush) throws SQLException {
        return h2(dataSource) ? new H2Durable(writes, flush) : new CommitIsDurable();
    }

    /** By what the database is: H2 has whoever finds a row locked ask again and again. */
    @Bean
    Turns turns(DataSource dataSource) throws SQLException {
        return h2(dataSource) ? new TurnsHere() : Turns.BY_THE_DATABASE;
    }

    private static boolean h2(DataSource dataSource) throws SQLException {
        try (Connection connection = dataSource.getConnection()) {
            return connection.getMetaData().getDatabaseProductName().equals("H2");
        }
    }

    @Bean
    PlatformTransactionManager transactionManager(EntityManagerFactory factory, Durable durable, Sealing sealing, Changes changes) {
        // All that writes is ended before the last seal is made, since it needs what needs the seals.
        return new DurableAnswers(factory, durable, sealing::mustBeOpen, changes);
    }

    @Bean
    TransactionTemplate transactionTemplate(PlatformTransactionManager transactions) {
        return new TransactionTemplate(transactions);
    }
}
