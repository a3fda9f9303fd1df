package app.pervius.server.people;

import java.util.Set;

/** Who holds a role has changed, in the transaction that changes it. */
public record RoleChanged(long project, long role, Set<Long> holders) {
}
