package app.pervius.server.people;

import app.pervius.server.folders.Grantees;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

@Component
class PeopleGrantees implements Grantees {

    private final RoleRepository roles;
    private final FirmRepository firms;
    private final People people;

    PeopleGrantees(RoleRepository roles, FirmRepository firms, People people) {
        this.roles = roles;
        this.firms = firms;
        this.people = people;
    }

    @Override
    public boolean isRole(long project, long role) {
        return roles.findById(role).filter(r -> r.projectId == project).isPresent();
    }

    @Override
    public boolean isFirm(long project, long firm) {
        return firms.findById(firm).filter(f -> f.projectId == project).isPresent();
    }

    @Override
    public boolean isMember(long project, long person) {
        return people.isMember(project, person);
    }

    @Override
    public String name(long project, @Nullable Long role, @Nullable Long firm) {
        return role != null ? roles.findById(role).filter(r -> r.projectId == project).map(r -> r.name).orElse("a role")
                : Optional.ofNullable(firm).flatMap(firms::findById).filter(f -> f.projectId == project).map(f -> f.name).orElse("a firm");
    }
}
