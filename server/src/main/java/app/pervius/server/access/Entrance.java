package app.pervius.server.access;

import org.springframework.security.config.annotation.web.builders.HttpSecurity;

/** A further way in, such as through a provider of sign-in. */
public interface Entrance {

    void configure(HttpSecurity http);
}
