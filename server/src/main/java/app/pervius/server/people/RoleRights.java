package app.pervius.server.people;

import java.util.Set;

/**
 * What a role lets its holders do; everybody in a project sees what is the own firm's and what is everybody's.
 *
 * @param controls looks after the project: rules, stops, people; includes all the rest
 * @param seesAll sees the work of every firm
 * @param seesFirms ids of firms whose work is seen beside the own; of no account where all are
 * @param handsIn hands files in to the own firm's folders
 * @param sendsByHand sends files that lie in a folder on any route
 * @param decides may sit in reviews of what is seen
 */
public record RoleRights(boolean controls, boolean seesAll, Set<Long> seesFirms, boolean handsIn, boolean sendsByHand, boolean decides) {

    /** Looks after the project. */
    public static final RoleRights CONTROLLER = new RoleRights(true, true, Set.of(), true, true, true);
    /** Reviews and approves what every firm sends. */
    public static final RoleRights REVIEWER = new RoleRights(false, true, Set.of(), true, false, true);
    /** Hands in for the own firm. */
    public static final RoleRights AUTHOR = new RoleRights(false, false, Set.of(), true, false, false);
    /** What a new role begins with. */
    public static final RoleRights LEAST = new RoleRights(false, false, Set.of(), false, false, false);

    public RoleRights {
        seesFirms = Set.copyOf(seesFirms);
    }
}
