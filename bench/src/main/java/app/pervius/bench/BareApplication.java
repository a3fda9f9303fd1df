package app.pervius.bench;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.EnableAutoConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The floor of (f): a Spring Boot application with the same libraries and none of our code, an empty database and one call. */
@EnableAutoConfiguration
@RestController
public class BareApplication {

    /** Starts it with the settings in the arguments. */
    public static void main(String[] arguments) {
        SpringApplication application = new SpringApplication(BareApplication.class);
        application.setDefaultProperties(java.util.Map.of("spring.datasource.url", "jdbc:h2:mem:bare", "spring.flyway.enabled", false,
                "server.address", "127.0.0.1", "spring.threads.virtual.enabled", true));
        application.run(arguments);
    }

    @Bean
    SecurityFilterChain open(HttpSecurity http) {
        return http.authorizeHttpRequests(calls -> calls.anyRequest().permitAll()).build();
    }

    @GetMapping("/well")
    String well() {
        return "well";
    }
}
