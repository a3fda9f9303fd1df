package app.pervius.server.people;

import app.pervius.server.folders.Grantees;
import org.springframework.stereotype.Component;

@Component
class PeopleGrantees implements Grantees {

    private final RoleRepository roles;
    private final FirmRepository firms;

    PeopleGrantees(RoleRepository roles, FirmRepository firms) {
        this.roles = roles;
        this.firms = firms;
    }

    @Override
    public boolean isRole(long project, long role) {
        return roles.findById(role).filter(r -> r.projectId == project).isPresent();
    }

    @Override
    public boolean isFirm(long firm) {
        return firms.existsById(firm);
    }
}
