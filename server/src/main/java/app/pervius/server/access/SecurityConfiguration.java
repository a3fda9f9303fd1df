package app.pervius.server.access;

import app.pervius.server.http.RequestIds;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Set;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.csrf.CsrfTokenRequestAttributeHandler;
import org.springframework.security.web.firewall.RequestRejectedHandler;
import org.springframework.security.web.header.writers.CrossOriginOpenerPolicyHeaderWriter;
import org.springframework.security.web.header.writers.CrossOriginResourcePolicyHeaderWriter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/** Who gets through at all, and what browsers are told about it. What a person may do is checked in each feature. */
@Configuration(proxyBeanMethods = false)
class SecurityConfiguration {

    /** No script but our own files; styles inline, because components set them. */
    private static final String CONTENT_POLICY = "default-src 'self'; script-src 'self'; worker-src 'self' blob:; style-src 'self' "
            + "'unsafe-inline'; img-src 'self' data: blob:; font-src 'self' data:; connect-src 'self'; object-src 'none'; "
            + "base-uri 'none'; form-action 'self'; frame-ancestors 'none'";
    private static final Set<String> CHANGES_NOTHING = Set.of("GET", "HEAD", "OPTIONS", "TRACE");
    private static final String OUT_OF_DATE =
            "The call was refused, because it does not come from a page of this session. Load the page again.";

    @Bean
    SecurityFilterChain security(HttpSecurity http, PageTokens tokens, ObjectProvider<Entrance> entrances,
            @Value("${pervius.address}") String address) {
        http.authorizeHttpRequests(calls -> calls
                        // The end of a call that was let in, such as of live news after its listener has signed out.
                        .dispatcherTypeMatchers(DispatcherType.ASYNC).permitAll()
                        .requestMatchers("/api/session", "/api/session/**", "/api/entrance/**").permitAll()
                        .requestMatchers("/api/**").authenticated()
                        .requestMatchers("/actuator/health").permitAll()
                        .requestMatchers("/actuator/**").denyAll()
                        .anyRequest().permitAll())
                .csrf(csrf -> csrf.csrfTokenRepository(tokens).csrfTokenRequestHandler(new CsrfTokenRequestAttributeHandler())
                        .requireCsrfProtectionMatcher(SecurityConfiguration::needsToken))
                .formLogin(form -> form.disable())
                .httpBasic(basic -> basic.disable())
                .logout(logout -> logout.disable())
                .requestCache(cache -> cache.disable())
                // Sessions begin in one place (see Sessions), under a new token each.
                .sessionManagement(sessions -> sessions.sessionFixation(fixation -> fixation.none()))
                .exceptionHandling(on -> on
                        .authenticationEntryPoint((request, response, e) -> refuse(response, 401, "not-signed-in", "Sign in first."))
                        .accessDeniedHandler((request, response, e) -> refuse(response, 403, "page-out-of-date", OUT_OF_DATE)))
                .headers(headers -> headers
                        .contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.SAME_ORIGIN))
                        .permissionsPolicyHeader(policy -> policy.policy("camera=(), microphone=(), geolocation=(), payment=()"))
                        .crossOriginOpenerPolicy(opener -> opener.policy(
                                CrossOriginOpenerPolicyHeaderWriter.CrossOriginOpenerPolicy.SAME_ORIGIN))
                        .crossOriginResourcePolicy(resource -> resource.policy(
                                CrossOriginResourcePolicyHeaderWriter.CrossOriginResourcePolicy.SAME_ORIGIN))
                        .httpStrictTransportSecurity(hsts -> {
                            if (!address.startsWith("https:")) {
                                hsts.disable();
                            }
                        })
                        .frameOptions(frame -> frame.deny()));
        entrances.forEach(entrance -> entrance.configure(http));
        return http.build();
    }

    /** What a path that cannot be one gets: our own answer, as every other. */
    @Bean
    RequestRejectedHandler malformed() {
        return (request, response, rejected) -> refuse(response, 400, "malformed",
                "This address cannot be read. Go back to Pervius and follow its links.");
    }

    /** A session's calls that change something bring its token along; a call without a session has nothing a forger could use. */
    private static boolean needsToken(HttpServletRequest request) {
        return !CHANGES_NOTHING.contains(request.getMethod()) && request.getSession(false) != null;
    }

    static void refuse(HttpServletResponse response, int status, String type, String sentence) throws IOException {
        response.setStatus(status);
        response.setContentType("application/problem+json");
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.setHeader("Content-Security-Policy", CONTENT_POLICY);
        response.setHeader("Cache-Control", "no-store");
        response.getOutputStream().write("{\"type\":\"urn:pervius:problem:%s\",\"status\":%d,\"detail\":\"%s\",\"request\":\"%s\"}"
                .formatted(type, status, sentence, RequestIds.now()).getBytes(StandardCharsets.UTF_8));
    }
}
