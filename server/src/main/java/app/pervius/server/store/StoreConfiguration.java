package app.pervius.server.store;

import jakarta.persistence.EntityManagerFactory;
import java.nio.file.Path;
import java.time.Clock;
import java.time.InstantSource;
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

    @Bean
    PlatformTransactionManager transactionManager(EntityManagerFactory factory, DiskFlush flush, WritesInFlight writes) {
        return new DurableAnswers(factory, flush, writes);
    }

    @Bean
    TransactionTemplate transactionTemplate(PlatformTransactionManager transactions) {
        return new TransactionTemplate(transactions);
    }
}
