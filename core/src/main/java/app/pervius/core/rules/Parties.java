package app.pervius.core.rules;

import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import java.util.Set;

/** People as a condition names them: somebody of one of the firms, holding one of the roles, or one of the people. */
public record Parties(Set<FirmId> firms, Set<PersonId> people, Set<RoleId> roles) {

    /** Somebody who acts. */
    public record Party(PersonId person, FirmId firm, Set<RoleId> roles, String inWords) {
        public Party {
            roles = Set.copyOf(roles);
        }
    }

    public Parties {
        firms = Set.copyOf(firms);
        people = Set.copyOf(people);
        roles = Set.copyOf(roles);
    }

    /** Whether somebody is one of them. */
    public boolean has(Party party) {
        return firms.contains(party.firm()) || people.contains(party.person()) || party.roles().stream().anyMatch(roles::contains);
    }
}
