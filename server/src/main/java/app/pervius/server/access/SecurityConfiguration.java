package app.pervius.server.access;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/** Who gets through at all, and what browsers are told about it. What a person may do is checked in each feature. */
@Configuration(proxyBeanMethods = false)
class SecurityConfiguration {

    /** No script but our own files; styles inline, because components set them. */
    private static final String CONTENT_POLICY = "default-src 'self'; script-src 'self'; worker-src 'self' blob:; style-src 'self' "
            + "'unsafe-inline'; img-src 'self' data: blob:; font-src 'self' data:; connect-src 'self'; object-src 'none'; "
            + "base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    @Bean
    PasswordEncoder passwordEncoder() {
        return Argon2PasswordEncoder.defaultsForSpringSecurity_v5_8();
    }

    @Bean
    SecurityFilterChain security(HttpSecurity http) {
        return http
                .authorizeHttpRequests(calls -> calls
                        // The end of a call that was let in, such as of live news after its listener has signed out.
                        .dispatcherTypeMatchers(DispatcherType.ASYNC).permitAll()
                        .requestMatchers(HttpMethod.POST, "/api/session").permitAll()
                        .requestMatchers("/api/entrance/**", "/api/openapi").permitAll()
                        .requestMatchers("/api/**").authenticated()
                        .requestMatchers("/actuator/health").permitAll()
                        .requestMatchers("/actuator/**").denyAll()
                        .anyRequest().permitAll())
                .csrf(csrf -> csrf.spa())
                .formLogin(form -> form.disable())
                .httpBasic(basic -> basic.disable())
                .logout(logout -> logout.disable())
                .requestCache(cache -> cache.disable())
                .exceptionHandling(on -> on
                        .authenticationEntryPoint((request, response, e) -> refuse(response, 401, "not-signed-in", "Sign in first."))
                        .accessDeniedHandler((request, response, e) -> refuse(response, 403, "forbidden",
                                "The call was refused. If the page has been open for long, load it again.")))
                .headers(headers -> headers
                        .contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.SAME_ORIGIN))
                        .frameOptions(frame -> frame.deny()))
                .build();
    }

    private static void refuse(HttpServletResponse response, int status, String type, String sentence) throws IOException {
        response.setStatus(status);
        response.setContentType("application/problem+json");
        response.getOutputStream().write("{\"type\":\"urn:pervius:problem:%s\",\"status\":%d,\"detail\":\"%s\"}"
                .formatted(type, status, sentence).getBytes(StandardCharsets.UTF_8));
    }
}
