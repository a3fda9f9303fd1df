package app.pervius.server.signing;

import app.pervius.server.accounts.AccountBook;
import app.pervius.server.accounts.PasswordStrength;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** For who has forgotten a password. */
@RestController
@RequestMapping("/api/entrance")
class NewPasswordController {

    private final NewPasswords passwords;

    NewPasswordController(NewPasswords passwords) {
        this.passwords = passwords;
    }

    record Forgotten(@NotBlank @Size(max = 254) String email) {
    }

    record WhoseView(String name, String email) {
    }

    record PasswordEntry(@NotBlank @Size(max = 200) String password) {
    }

    /** {@code words} are what the password must not be made of: name, address, project. */
    record StrengthAsked(@NotNull @Size(max = 200) String password, @NotNull @Size(max = 10) List<@NotNull @Size(max = 254) String> words) {
    }

    /** Mails a link to the address, if it has an account; the answer is the same if not. */
    @Act(kind = ActKind.ACCOUNTS, says = "asked for a link for a new password")
    @PostMapping("/passwords")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void forgotten(@Valid @RequestBody Forgotten entry) {
        passwords.forgotten(entry.email());
    }

    @GetMapping("/passwords/{secret}")
    WhoseView whose(@PathVariable String secret) {
        AccountBook.AccountView account = passwords.of(secret);
        return new WhoseView(account.name(), account.email());
    }

    /** Sets the password; the link leads nowhere afterwards, and one signs in with it. */
    @Act(kind = ActKind.ACCOUNTS, says = "set a new password by a link")
    @PostMapping("/passwords/{secret}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(@PathVariable String secret, @Valid @RequestBody PasswordEntry entry) {
        passwords.set(secret, entry.password());
    }

    /** How good a password would be. */
    @PostMapping("/strength")
    PasswordStrength strength(@Valid @RequestBody StrengthAsked entry) {
        return PasswordStrength.of(entry.password(), entry.words());
    }
}
