package app.pervius.server.accounts;

import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
import app.pervius.server.projects.Projects;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import org.springframework.stereotype.Component;

/** What everybody knows of somebody, and a password must not be made of: name, address, projects. */
@Component
public class OwnWords {

    private final AccountBook accounts;
    private final Projects projects;
    private final Accounts actors;

    OwnWords(AccountBook accounts, Projects projects, Accounts actors) {
        this.accounts = accounts;
        this.projects = projects;
        this.actors = actors;
    }

    Collection<String> of(Actor actor) {
        AccountBook.AccountView account = accounts.account(actor.account());
        return of(account.name(), account.email(), actor.memberships().keySet());
    }

    /** Of an account, whether it can sign in now or not. */
    public Collection<String> of(long account) {
        AccountBook.AccountView view = accounts.account(account);
        return of(view.name(), view.email(), actors.actor(account).map(a -> (Collection<Long>) a.memberships().keySet()).orElse(List.of()));
    }

    public Collection<String> of(String name, String email, Collection<Long> projectIds) {
        List<String> words = new ArrayList<>(List.of(name, email));
        projects.all(projectIds).forEach(p -> words.addAll(List.of(p.code(), p.name())));
        return words;
    }
}
