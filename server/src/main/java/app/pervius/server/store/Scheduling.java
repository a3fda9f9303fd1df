package app.pervius.server.store;

import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Configuration;
import org.springframework.scheduling.annotation.EnableScheduling;

/** What happens by the clock; off while a data directory is only looked at. */
@Configuration(proxyBeanMethods = false)
@EnableScheduling
@ConditionalOnProperty(name = "pervius.working", havingValue = "true", matchIfMissing = true)
class Scheduling {
}
