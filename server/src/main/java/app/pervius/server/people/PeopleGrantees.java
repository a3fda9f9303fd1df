package app.pervius.server.people;

import app.pervius.server.folders.Grantees;
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
}
