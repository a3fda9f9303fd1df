package app.pervius.server.access;

import app.pervius.server.http.Problem;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out. */
@RestController
@RequestMapping("/api/session")
class SessionController {

    private final Accounts accounts;
    private final Attempts attempts;
    private final PasswordEncoder passwords;
    private final Sessions sessions;
    private final String nobodysHash;

    SessionController(Accounts accounts, Attempts attempts, PasswordEncoder passwords, Sessions sessions) {
        this.accounts = accounts;
        this.attempts = attempts;
        this.passwords = passwords;
        this.sessions = sessions;
        this.nobodysHash = passwords.encode("nobody has this password");
    }

    record Credentials(@NotBlank @Size(max = 254) String email, @NotBlank @Size(max = 200) String password) {
    }

    @GetMapping
    Actor whoAmI(Actor actor) {
        return actor;
    }

    @PostMapping
    Actor signIn(@Valid @RequestBody Credentials credentials, HttpServletRequest request, HttpServletResponse response) {
        attempts.mayTry(credentials.email());
        Optional<Accounts.Account> account = accounts.byEmail(credentials.email());
        // A hash is always checked, so that the time taken does not tell whether there is such an account.
        String hash = account.flatMap(Accounts.Account::passwordHash).orElse(nobodysHash);
        boolean right = passwords.matches(credentials.password(), hash) && account.flatMap(Accounts.Account::passwordHash).isPresent();
        if (!right) {
            attempts.failed(credentials.email());
            throw Problem.unauthorized("This address and password do not belong together.");
        }
        attempts.succeeded(credentials.email());
        return sessions.begin(account.orElseThrow().person(), request, response);
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request) {
        SecurityContextHolder.clearContext();
        Optional.ofNullable(request.getSession(false)).ifPresent(jakarta.servlet.http.HttpSession::invalidate);
    }
}
