package app.pervius.server.accounts;

import app.pervius.server.store.KeepsNames;
import app.pervius.server.store.Renaming;
import org.springframework.stereotype.Component;

/** Calls the account itself otherwise, and forgets all that let somebody in with it. */
@Component
class AccountNames implements KeepsNames {

    private final AccountBook book;
    private final AccountRepository accounts;
    private final SecondSteps secondSteps;

    AccountNames(AccountBook book, AccountRepository accounts, SecondSteps secondSteps) {
        this.book = book;
        this.accounts = accounts;
        this.secondSteps = secondSteps;
    }

    @Override
    public int rename(Renaming renaming) {
        secondSteps.forget(renaming.account());
        Account account = book.changing(renaming.account());
        account.name = renaming.name();
        account.email = renaming.address();
        account.emailKey = renaming.address();
        account.passwordHash = null;
        account.addressProved = false;
        accounts.saveAndFlush(account);
        return 1;
    }
}
