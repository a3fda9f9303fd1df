package app.pervius.server.setup;

import app.pervius.server.Pervius;
import app.pervius.server.access.Actor;
import app.pervius.server.access.Sessions;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.accounts.SecondSteps;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.messages.AccountMail;
import app.pervius.server.refused.Refused;
import app.pervius.server.setup.sets.SetEntry;
import app.pervius.server.signing.Providers;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.env.Environment;
import org.springframework.core.env.Profiles;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What stands at the door: how one gets in, and the first start of an empty installation. */
@RestController
@RequestMapping("/api/entrance")
class EntranceController {
    private final String code = HexFormat.of().formatHex(new SecureRandom().generateSeed(6));

    private final FirstSetUp first;
    private final AccountBook accounts;
    private final Sessions sessions;
    private final Providers providers;
    private final SecondSteps secondSteps;
    private final AccountMail mail;
    private final Environment environment;

    EntranceController(FirstSetUp first, AccountBook accounts, Sessions sessions, Providers providers, SecondSteps secondSteps,
            AccountMail mail, Environment environment) {
        this.first = first;
        this.accounts = accounts;
        this.sessions = sessions;
        this.providers = providers;
        this.secondSteps = secondSteps;
        this.mail = mail;
        this.environment = environment;
    }

    /** How one gets in here; {@code passkeyHost} is the name Pervius must be reached by for passkeys, absent where there are none. */
    record Entrance(boolean demo, boolean setUpNeeded, boolean signedIn, List<Providers.Offered> providers, @Nullable String passkeyHost,
            boolean mail) {
    }

    /** The first administrator, his or her firm, and the first project by a starting set; {@code code} stands on the console. */
    record FirstEntry(@NotBlank String code, @NotBlank @Size(max = 200) String name, @NotBlank @Size(max = 254) String email,
            @NotBlank @Size(max = 200) String password, @NotBlank @Size(max = 10) String firmCode,
            @NotBlank @Size(max = 200) String firmName,
            @NotBlank @Size(max = 10) String projectCode, @NotBlank @Size(max = 200) String projectName,
            @NotBlank @Size(max = 60) String zone, @Nullable @Valid SetEntry set) {
    }

    @GetMapping
    Entrance entrance(HttpServletRequest request, HttpServletResponse response) {
        // Whoever is signed in already, and signs in as somebody else, does so from a page of that session.
        sessions.tellToken(request, response);
        return new Entrance(environment.acceptsProfiles(Profiles.of("demo")), accounts.nobodyYet(), sessions.anybody(), providers.offered(),
                secondSteps.passkeyHost().orElse(null), mail.mailed());
    }

    /** Sets up an empty installation; afterwards the first administrator is signed in. Possible once. */
    @Act(kind = ActKind.ACCOUNTS, says = "set this Pervius up")
    @PostMapping("/set-up")
    Actor setUp(@Valid @RequestBody FirstEntry entry, HttpServletRequest request, HttpServletResponse response) {
        if (!MessageDigest.isEqual(code.getBytes(StandardCharsets.UTF_8), entry.code().getBytes(StandardCharsets.UTF_8))) {
            throw Refused.invalid("code", "This is not the code on the console of the machine Pervius was started on.");
        }
        return sessions.begin(first.make(entry), false, request, response);
    }

    @EventListener(ApplicationReadyEvent.class)
    void tellTheCode() {
        if (!environment.getProperty("pervius.working", Boolean.class, true)) {
            return;
        }
        if (accounts.nobodyYet() && !environment.acceptsProfiles(Profiles.of("demo"))) {
            System.out.println("Pervius is empty. Set it up at " + environment.getProperty("pervius.address") + "/set-up?code=" + code);
        } else if (!environment.acceptsProfiles(Profiles.of("demo"))) {
            System.out.println("Pervius answers at " + environment.getProperty("pervius.address"));
        }
    }
}
