package app.pervius.server.signing;

import app.pervius.server.accounts.AccountBook;
import app.pervius.server.accounts.Links;
import app.pervius.server.accounts.SecondSteps;
import app.pervius.server.acts.ActKind;
import app.pervius.server.acts.ActBook;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** For whoever has the machine Pervius runs on, when nobody else can let somebody in any more. */
@Service
@Transactional
public class LockedOut {

    private final AccountBook accounts;
    private final Links links;
    private final SecondSteps secondSteps;
    private final ActBook acts;

    LockedOut(AccountBook accounts, Links links, SecondSteps secondSteps, ActBook acts) {
        this.acts = acts;
        this.accounts = accounts;
        this.links = links;
        this.secondSteps = secondSteps;
    }

    /**
     * Makes a link for a new password of an account, and gives where it leads within Pervius; empty if there is no such account.
     *
     * @param administrator makes it administrator too, and opens it if it was closed
     * @param forgetSecondSteps takes its second steps away too
     */
    public Optional<String> letIn(String email, boolean administrator, boolean forgetSecondSteps) {
        return accounts.byEmail(email).map(account -> {
            if (administrator) {
                accounts.open(account.id());
                accounts.setAdministrator(account.id(), true);
            }
            if (forgetSecondSteps) {
                secondSteps.forget(account.id());
            }
            acts.tell(ActKind.ACCOUNTS, null, "let somebody in from the machine: " + account.email() + (administrator ? ", as administrator"
                    : "") + (forgetSecondSteps ? ", second steps taken away" : ""));
            return "/new-password/" + links.forPassword(account.id());
        });
    }
}
