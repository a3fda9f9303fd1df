package app.pervius.server.access;

import app.pervius.server.refused.Refused;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Whoever makes a call: an account, the persons that account is in its projects, and what each of them may do.
 *
 * @param name as the account has it
 * @param administrator may set up projects and accounts of the whole installation
 * @param memberships by project id
 */
public record Actor(long account, String name, boolean administrator, Map<Long, Membership> memberships) {

    /** Stands, alone in a set of firms, for all of them: no firm has this id. Queries read it as {@code 0 in :firms or …}. */
    public static final Set<Long> EVERY_FIRM = Set.of(0L);

    /**
     * What a person may do in one project: all that any of the person's roles gives.
     *
     * @param person who the account is in this project
     * @param firm the person's firm in this project
     * @param name the person's name in this project
     * @param roles ids of the roles the person holds there
     * @param controls looks after the project's documents: rules, stops, people
     * @param seesAll sees folders and passages of every firm
     * @param seesFirms firms whose folders and passages the person sees beside the own firm's
     * @param handsIn may hand files in to the own firm's folders
     * @param sendsByHand may send files that lie in a folder on any route
     * @param decides may sit in reviews of what the person sees
     */
    public record Membership(long person, long firm, String name, Set<Long> roles, boolean controls, boolean seesAll, Set<Long> seesFirms,
            boolean handsIn, boolean sendsByHand,
            boolean decides) {

        /** Whether what is a firm's own may be seen. */
        public boolean sees(long ownerFirm) {
            return controls || seesAll || firm == ownerFirm || seesFirms.contains(ownerFirm);
        }

        /** Whether the person is on the reviewing side of what a firm sends: decides, and is not of that firm. */
        public boolean reviews(long ownerFirm) {
            return controls || decides && firm != ownerFirm && sees(ownerFirm);
        }

        /** Whether more is seen than what is the own firm's. */
        public boolean seesOthers() {
            return controls || seesAll || !seesFirms.isEmpty();
        }
    }

    /** The membership in a project; a person who is not in it does not learn that it exists. */
    public Membership in(long project) {
        Membership membership = memberships.get(project);
        if (membership == null) {
            throw Refused.notFound("project");
        }
        return membership;
    }

    /** Who the account is in a project. */
    public long person(long project) {
        return in(project).person();
    }

    /** The firm of the person the account is in a project. */
    public long firm(long project) {
        return in(project).firm();
    }

    /** Whether a person of some project is whoever makes the call. */
    public boolean is(@Nullable Long person) {
        return person != null && memberships.values().stream().anyMatch(m -> m.person() == person);
    }

    /** Who the account is in all its projects. */
    public Set<Long> persons() {
        return memberships.values().stream().map(Membership::person).collect(Collectors.toSet());
    }

    public boolean controls(long project) {
        Membership membership = memberships.get(project);
        return membership != null && membership.controls();
    }

    /** Refuses unless the person controls the project. */
    public void mustControl(long project) {
        if (!in(project).controls()) {
            throw Refused.forbidden("Only a document controller of the project may do this.");
        }
    }

    /** Refuses unless the account administers the installation. */
    public void mustAdminister() {
        if (!administrator) {
            throw Refused.forbidden("Only an administrator may do this.");
        }
    }

    /** Whether the person is in the project and may see what is a firm's own, such as its folders and passages. */
    public boolean maySee(long project, long ownerFirm) {
        Membership membership = memberships.get(project);
        return membership != null && membership.sees(ownerFirm);
    }

    /** The firms whose files and documents are all the person may see; {@link #EVERY_FIRM} where the person sees those of every firm. */
    public Set<Long> seenFirms(long project) {
        Membership membership = in(project);
        if (membership.controls() || membership.seesAll()) {
            return EVERY_FIRM;
        }
        return Stream.concat(Stream.of(membership.firm()), membership.seesFirms().stream()).collect(Collectors.toUnmodifiableSet());
    }

    /** Whether the person sees the files and documents of every firm. */
    public boolean seesEveryFirm(long project) {
        return seenFirms(project) == EVERY_FIRM;
    }
}
