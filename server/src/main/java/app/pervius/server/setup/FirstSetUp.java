package app.pervius.server.setup;

import app.pervius.server.accounts.AccountBook;
import app.pervius.server.accounts.Passwords;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.refused.Refused;
import app.pervius.server.setup.sets.ChosenSets;
import app.pervius.server.setup.sets.MakingProject;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** The first start of an empty installation: its first administrator with firm and project. Possible once. */
@Component
class FirstSetUp {

    private final PeopleDesk desk;
    private final AccountBook accounts;
    private final Passwords passwords;
    private final FirstProject first;
    private final ChosenSets sets;
    private final TransactionTemplate transaction;

    FirstSetUp(PeopleDesk desk, AccountBook accounts, Passwords passwords, FirstProject first, ChosenSets sets,
            TransactionTemplate transaction) {
        this.desk = desk;
        this.accounts = accounts;
        this.passwords = passwords;
        this.first = first;
        this.sets = sets;
        this.transaction = transaction;
    }

    private void mustBeEmpty() {
        if (!accounts.nobodyYet()) {
            throw Refused.conflict("already-set-up", "This installation has been set up already; sign in.");
        }
    }

    private synchronized long setUp(EntranceController.FirstEntry entry, String hash) {
        mustBeEmpty();
        long account = accounts.make(entry.name(), entry.email(), true);
        accounts.setPassword(account, hash);
        FirstProject.Made made = first.make(new FirstProject.Wanted(new MakingProject.Called(entry.projectCode(), entry.projectName(),
                entry.zone()), sets.of(entry.set()), entry.firmCode(), entry.firmName(), entry.name(), entry.email()));
        desk.joins(made.controller(), account);
        return account;
    }

    /** Gives the account of the first administrator. */
    long make(EntranceController.FirstEntry entry) {
        mustBeEmpty();
        if (!entry.email().strip().matches("[^@\\s]+@[^@\\s]+")) {
            throw Refused.invalid("email", "“" + entry.email() + "” is not an e-mail address.");
        }
        String hash = passwords.hash(entry.password(), List.of(entry.name(), entry.email(), entry.projectCode(), entry.projectName(),
                entry.firmName()));
        return Objects.requireNonNull(transaction.execute(status -> setUp(entry, hash)));
    }
}
