package app.pervius.server.store;

import jakarta.persistence.EntityManagerFactory;
import java.nio.file.Path;
import java.time.Clock;
import java.time.InstantSource;
import java.sql.Connection;
import java.sql.SQLException;
import javax.sql.DataSource;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnMissingBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

@Configuration(proxyBeanMethods = false)
class StoreConfiguration {

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
    DiskFlush diskFlush(DataSource dataSource, WritesInFlight writes) {
        return new DiskFlush(dataSource, writes);
    }

    /** By what the database is: H2 needs its file to be forced. */
    @Bean
    Durable durable(DataSource dataSource, WritesInFlight writes, DiskFlush flush) throws SQLException {
        try (Connection connection = dataSource.getConnection()) {
            boolean h2 = connection.getMetaData().getDatabaseProductName().equals("H2");
            return h2 ? new H2Durable(writes, flush) : new CommitIsDurable();
        }
    }

    @Bean
    PlatformTransactionManager transactionManager(EntityManagerFactory factory, Durable durable) {
        return new DurableAnswers(factory, durable);
    }

    @Bean
    TransactionTemplate transactionTemplate(PlatformTransactionManager transactions) {
        return new TransactionTemplate(transactions);
    }
}
