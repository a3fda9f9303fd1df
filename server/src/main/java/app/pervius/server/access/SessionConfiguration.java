package app.pervius.server.access;

import app.pervius.server.due.Look;
import java.time.Duration;
import java.time.Instant;
import javax.sql.DataSource;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.session.config.annotation.web.http.EnableSpringHttpSession;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/** Sessions are kept in the database, so that no restart ends them (Spring Session). */
@Configuration(proxyBeanMethods = false)
@EnableSpringHttpSession
class SessionConfiguration {

    /** The bare store; a repository to look sessions up by account, and to end them. */
    static class Store implements Look {
        final JdbcIndexedSessionRepository sessions;
        final SessionTransactions transactions;
        final Duration idle;
        final Duration longest;

        Store(JdbcIndexedSessionRepository sessions, SessionTransactions transactions, Duration idle, Duration longest) {
            this.sessions = sessions;
            this.transactions = transactions;
            this.idle = idle;
            this.longest = longest;
        }

        @Override
        public String key() {
            return "sessions";
        }

        @Override
        public Duration every() {
            return Duration.ofMinutes(5);
        }

        /** Forgets those that are over. */
        @Override
        public void look() {
            sessions.cleanUpExpiredSessions();
        }

        boolean over(Instant created) {
            return created.plus(longest).isBefore(Instant.now());
        }
    }

    @Bean
    Store sessionStore(DataSource data, PlatformTransactionManager transactions, Tokens tokens,
            @Value("${pervius.session.idle}") Duration idle,
            @Value("${pervius.session.longest}") Duration longest) {
        TransactionTemplate own = new TransactionTemplate(transactions);
        own.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
        SessionTransactions its = new SessionTransactions(own);
        JdbcIndexedSessionRepository sessions = new JdbcIndexedSessionRepository(new JdbcTemplate(data), its);
        sessions.setTableName("sign_in_session");
        sessions.setDefaultMaxInactiveInterval(idle);
        sessions.setSessionIdGenerator(tokens);
        sessions.setCleanupCron("-");
        sessions.afterPropertiesSet();
        return new Store(sessions, its, idle, longest);
    }

    @Bean
    SparseSessions<?> sessionRepository(Store store) {
        return new SparseSessions<>(store.sessions, store.transactions, store.longest);
    }
}
