package app.pervius.server.access;

import java.util.List;
import org.springframework.security.authentication.AbstractAuthenticationToken;

/** The session's proof that a person has signed in. */
final class SignedIn extends AbstractAuthenticationToken {

    private final long person;

    SignedIn(long person) {
        super(List.of());
        this.person = person;
        setAuthenticated(true);
    }

    @Override
    public Object getCredentials() {
        return "";
    }

    @Override
    public Long getPrincipal() {
        return person;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof SignedIn same && same.person == person;
    }

    @Override
    public int hashCode() {
        return Long.hashCode(person);
    }
}
