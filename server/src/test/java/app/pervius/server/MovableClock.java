package app.pervius.server;

import java.time.Clock;
import java.time.Duration;
import java.time.InstantSource;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;

/** The clock of an application under test, which its test can move; each application names its own by {@code pervius.test.clock}. */
@Configuration(proxyBeanMethods = false)
public class MovableClock {

    private static final Map<String, Duration> AHEAD = new ConcurrentHashMap<>();

    /** Sets a clock so far ahead of the machine's. */
    public static void set(String name, Duration ahead) {
        AHEAD.put(name, ahead);
    }

    @Bean
    @Primary
    InstantSource movable(@Value("${pervius.test.clock:}") String name) {
        return () -> Clock.systemUTC().instant().plus(AHEAD.getOrDefault(name, Duration.ZERO));
    }
}
