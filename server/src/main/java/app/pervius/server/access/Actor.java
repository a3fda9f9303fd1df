package app.pervius.server.access;

import app.pervius.server.http.Problem;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * The person who makes a call, and what that person may do.
 *
 * @param administrator may set up projects, firms and people of the whole installation
 * @param memberships by project id
 */
public record Actor(long person, String name, long firm, boolean administrator, Map<Long, Membership> memberships) {

    /**
     * What a person may do in one project.
     *
     * @param roles ids of the roles the person holds there
     * @param controls looks after the project's documents: rules, stops, people
     * @param seesAll sees folders and passages of every firm
     */
    public record Membership(Set<Long> roles, boolean controls, boolean seesAll) {
    }

    /** The membership in a project; a person who is not in it does not learn that it exists. */
    public Membership in(long project) {
        Membership membership = memberships.get(project);
        if (membership == null) {
            throw Problem.notFound("project");
        }
        return membership;
    }

    public boolean controls(long project) {
        Membership membership = memberships.get(project);
        return membership != null && membership.controls();
    }

    /** Refuses unless the person controls the project. */
    public void mustControl(long project) {
        if (!in(project).controls()) {
            throw Problem.forbidden("Only a document controller of the project may do this.");
        }
    }

    /** Refuses unless the person administers the installation. */
    public void mustAdminister() {
        if (!administrator) {
            throw Problem.forbidden("Only an administrator may do this.");
        }
    }

    /** Whether the person may see what is a firm's own, such as its folders and passages. */
    public boolean maySee(long project, long ownerFirm) {
        Membership membership = in(project);
        return membership.controls() || membership.seesAll() || firm == ownerFirm;
    }

    /** The firm whose files and documents are all the person may see; absent where the person sees those of every firm. */
    public @Nullable Long onlyFirm(long project) {
        Membership membership = in(project);
        return membership.controls() || membership.seesAll() ? null : firm;
    }
}
