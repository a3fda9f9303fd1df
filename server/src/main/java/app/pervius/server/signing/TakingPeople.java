package app.pervius.server.signing;

import app.pervius.server.access.Actor;
import app.pervius.server.people.FirmDesk;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import app.pervius.server.tables.Table;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Firms and people taken from a list and invited: all of them or, if anything is wrong, none. */
@Service
class TakingPeople {

    private static final int MOST_FAULTS = 200;

    /** A firm a list adds, and somebody it adds with the firm's code and what that person may. */
    record FreshFirm(String code, String name) {
    }

    record FreshPerson(String name, String email, String firm, String roles) {
    }

    /** An invitation to hand over, where there is no mail. */
    record ToHandOver(String name, String link) {
    }

    /**
     * What a list comes to.
     *
     * @param known how many of it are in the project already, who stay as they are
     * @param faults what is wrong with it; nothing was changed if there is any
     * @param links only where it was taken and there is no mail: told this once
     */
    record PeopleTaken(List<FreshFirm> firms, List<FreshPerson> people, int known, List<Table.TableFault> faults,
            List<ToHandOver> links) {
    }

    /**
     * How a list is taken.
     *
     * @param role the role of those for whom it names none; absent for no role
     * @param folder where each new firm gets a folder of its own; absent for none
     * @param onlyLook whether it only says what would come of it
     */
    record How(@Nullable Long role, @Nullable Long folder, boolean onlyLook) {
    }

    private final PeopleList list;
    private final People people;
    private final FirmDesk firms;
    private final Invitations invitations;
    private final TransactionTemplate transaction;

    TakingPeople(PeopleList list, People people, FirmDesk firms, Invitations invitations, TransactionTemplate transaction) {
        this.list = list;
        this.people = people;
        this.firms = firms;
        this.invitations = invitations;
        this.transaction = transaction;
    }

    PeopleTaken take(long project, Table table, How how, Actor actor) {
        actor.mustControl(project);
        Map<Long, String> roles = new HashMap<>();
        people.roles(project).forEach(r -> roles.put(r.id(), r.name()));
        if (how.role() != null && !roles.containsKey(how.role())) {
            throw Refused.notFound("role");
        }
        if (how.folder() != null) {
            firms.mustTake(project, how.folder());
        }
        PeopleList.Listed read = list.read(project, table, how.role());
        List<ToHandOver> links = how.onlyLook() || !read.faults().isEmpty() ? List.of()
                : Objects.requireNonNull(transaction.execute(status -> keep(project, read, how, actor)));
        return new PeopleTaken(read.firms().entrySet().stream().map(f -> new FreshFirm(f.getKey(), f.getValue())).toList(),
                read.people().stream().map(p -> new FreshPerson(p.name(), p.email(), p.firmCode(),
                        p.roles().stream().map(roles::get).sorted().reduce((a, b) -> a + ", " + b).orElse(""))).toList(),
                read.known(), read.faults().subList(0, Math.min(MOST_FAULTS, read.faults().size())), links);
    }

    private List<ToHandOver> keep(long project, PeopleList.Listed read, How how, Actor actor) {
        Map<String, Long> byCode = new HashMap<>();
        people.firms(project).forEach(f -> byCode.put(f.code(), f.id()));
        read.firms().forEach((code, name) -> byCode.put(code, firms.add(project, code, name, how.folder())));
        List<ToHandOver> links = new ArrayList<>();
        for (PeopleList.Entry entry : read.people()) {
            long person = invitations.add(project, new People.NewPerson(Objects.requireNonNull(byCode.get(entry.firmCode())), entry.name(),
                    entry.email(), entry.job()), entry.roles());
            invitations.invite(project, person, actor.in(project).name()).ifPresent(link -> links.add(new ToHandOver(entry.name(), link)));
        }
        return List.copyOf(links);
    }
}
