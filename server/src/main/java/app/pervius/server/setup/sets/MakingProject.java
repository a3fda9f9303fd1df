package app.pervius.server.setup.sets;

import app.pervius.core.number.Scheme;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.Placing;
import app.pervius.core.project.RoleId;
import app.pervius.core.review.Chase;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.server.documents.Sequences;
import app.pervius.server.folders.FirmFolders;
import app.pervius.server.folders.Folders;
import app.pervius.server.numbers.Schemes;
import app.pervius.server.people.Matrices;
import app.pervius.server.people.RoleDesk;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.routes.Routes;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Makes a project of a starting set: all of it but the rules, which somebody of the project has to put in force. */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class MakingProject {

    /** What the project is called, and where it works. */
    public record Called(String code, String name, String zone) {
    }

    /**
     * What has been made.
     *
     * @param roles ids by name, in the order of the set
     * @param folders ids by path
     * @param firms where each firm gets a folder of its own; empty where none does
     */
    public record Made(long project, Map<String, Long> roles, Map<String, Long> folders, Optional<Long> firms) {
    }

    private final Projects projects;
    private final Folders folders;
    private final FirmFolders ofFirms;
    private final RoleDesk roles;
    private final Schemes schemes;
    private final Sequences sequences;
    private final Routes routes;
    private final Matrices matrices;

    MakingProject(Projects projects, Folders folders, FirmFolders ofFirms, RoleDesk roles, Schemes schemes, Sequences sequences,
            Routes routes,
            Matrices matrices) {
        this.projects = projects;
        this.folders = folders;
        this.ofFirms = ofFirms;
        this.roles = roles;
        this.schemes = schemes;
        this.sequences = sequences;
        this.routes = routes;
        this.matrices = matrices;
    }

    /** Makes it, or refuses with what of the set cannot be. */
    public Made make(Called called, StartingSet set) {
        long project = projects.make(called.code(), called.name(), called.zone(), new Projects.Agreed(set.fields(), set.statusCodes(),
                set.decisions().stream().map(StartingSet.Decided::code).toList(), set.days()));
        Map<String, Long> byName = new LinkedHashMap<>();
        set.roles().forEach(role -> byName.put(role.name(), roles.addRole(project, role.name(), role.may())));
        Tree tree = new Tree(project);
        long root = folders.makeRoot(project, called.name());
        set.folders().forEach(folder -> tree.add(root, "", folder));
        projects.placeDecisions(project, set.decisions().stream().map(d -> decided(d, tree)).toList());
        set.sequences().ifPresent(all -> sequences.putInForce(project, all, 0, null));
        for (Scheme scheme : set.schemes()) {
            schemes.putInForce(project, scheme, 0, null);
        }
        List<Long> ids = List.copyOf(byName.values());
        set.reviewing().matrix().ifPresent(matrix -> matrices.begin(project,
                matrix.withRoles(role -> new RoleId(ids.get(StartingSet.place(role))))));
        set.reviewing().routes().forEach(route -> routes.putInForce(project,
                with(route, role -> new RoleId(ids.get(StartingSet.place(role)))), 0,
                null));
        return new Made(project, byName, tree.byPath, Optional.ofNullable(tree.firms));
    }

    private static DecisionCode decided(StartingSet.Decided decided, Tree tree) {
        DecisionCode code = decided.code();
        return new DecisionCode(code.digit(), code.name(), code.shortText(), code.workMayGoOn(), code.mustComeAgain(),
                code.commentRequired(), decided.to().map(to -> new Placing(new FolderId(tree.at(to.folder())), to.status(), to.path())));
    }

    /** A route with the roles that exist for those the set means. */
    private static Route with(Route route, Function<RoleId, RoleId> role) {
        return new Route(route.key(), route.name(), route.edition(), route.steps().stream().map(s -> new Step(s.name(), s.kind(),
                s.who().stream().map(who -> with(who, role)).toList(), s.needs(), s.drawing(), s.workingDays(), s.when(), s.leads(),
                new Chase(s.chase().remindBefore(), s.chase().remindAfter(), s.chase().escalateAfter(),
                        s.chase().escalateTo().stream().map(role).toList(), s.chase().silence()))).toList(),
                route.ownFirmDecides(), route.filesGoAlone(), route.lead().map(who -> with(who, role)),
                route.senders().stream().map(role).toList(), List.of(), List.of(), route.completion());
    }

    private static Who with(Who who, Function<RoleId, RoleId> role) {
        return who instanceof Who.InRole(RoleId id) ? new Who.InRole(role.apply(id)) : who;
    }

    /** The folders as they are made. */
    private final class Tree {
        private final long project;
        private final Map<String, Long> byPath = new LinkedHashMap<>();
        private @Nullable Long firms;

        Tree(long project) {
            this.project = project;
        }

        void add(long parent, String above, StartingSet.FolderOfSet folder) {
            long made = folders.make(new Folders.NewFolder(parent, folder.name(), folder.state().orElse(null), null, folder.values()));
            String path = above + folder.name();
            byPath.put(path, made);
            if (!folder.each().isEmpty()) {
                ofFirms.say(made, StartingSet.forFirms(folder.each()));
            }
            if (folder.archive()) {
                projects.setArchive(project, made);
            }
            if (folder.firms() && firms == null) {
                firms = made;
            }
            folder.folders().forEach(below -> add(made, path + " / ", below));
        }

        long at(String path) {
            Long folder = byPath.get(path);
            if (folder == null) {
                throw Refused.invalid("set", "The set issues to a folder “" + path + "” that it does not have.");
            }
            return folder;
        }
    }
}
