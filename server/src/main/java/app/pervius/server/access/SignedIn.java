package app.pervius.server.access;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.authentication.AbstractAuthenticationToken;

/** The session's proof that somebody has signed in with an account. */
final class SignedIn extends AbstractAuthenticationToken {

    private static final long serialVersionUID = 1;

    private final long account;
    private final boolean secondStep;

    SignedIn(long account, boolean secondStep) {
        super(List.of());
        this.account = account;
        this.secondStep = secondStep;
        setAuthenticated(true);
    }

    /** Whether a second step was proved too. */
    boolean secondStep() {
        return secondStep;
    }

    @Override
    public Object getCredentials() {
        return "";
    }

    @Override
    public Long getPrincipal() {
        return account;
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof SignedIn same && same.account == account && same.secondStep == secondStep;
    }

    @Override
    public int hashCode() {
        return Long.hashCode(account);
    }
}
