package app.pervius.server.accounts;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Collection;
import org.jspecify.annotations.Nullable;

/**
 * How good a password would be.
 *
 * @param strength from 0, found at once, to 4
 * @param refusal why it cannot be had; absent if it can
 */
public record PasswordStrength(int strength, @Nullable String refusal) {

    /** A password that is being thought of. */
    public record Asked(@NotNull @Size(max = 200) String password) {
    }

    public static PasswordStrength of(String password, Collection<String> ownWords) {
        PasswordRules.Verdict verdict = PasswordRules.judge(password, ownWords);
        return new PasswordStrength(verdict.strength(), verdict.refusal().orElse(null));
    }
}
