package app.pervius.server.setup;

import app.pervius.core.number.Scheme;
import app.pervius.core.project.Code;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.InformationState;
import app.pervius.core.project.RoleId;
import app.pervius.core.project.StatusCode;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.server.folders.Folders;
import app.pervius.server.numbers.Schemes;
import app.pervius.server.people.RoleDesk;
import app.pervius.server.people.RoleRights;
import app.pervius.server.projects.Projects;
import app.pervius.server.routes.Routes;
import app.pervius.server.rules.RuleDesk;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes a project that can be used at once: fields, status codes, the four state folders, roles, a scheme and a route. */
@Service
@Transactional
public class StandardProject {

    /** What a project begins with; the lists may be longer where it is known. */
    public record Wanted(String code, String name, String zone, List<Code> disciplines, List<Code> types, List<Code> originators) {
    }

    /** What has been made. */
    public record Made(long project, long workInProgress, long shared, long published, long archive, long controller, long reviewer,
            long approver, long author) {
    }

    /** The key of the scheme and of the route every project begins with. */
    public static final String DOCUMENTS = "documents";

    private static final List<StatusCode> STATUS_CODES = List.of(new StatusCode("S2", "for information", Set.of(InformationState.SHARED)),
            new StatusCode("S3", "for review and comment", Set.of(InformationState.SHARED)),
            new StatusCode("A1", "accepted for construction", Set.of(InformationState.SHARED, InformationState.PUBLISHED)),
            new StatusCode("B1", "accepted with comments", Set.of(InformationState.SHARED, InformationState.PUBLISHED)),
            new StatusCode("CR", "as built", Set.of(InformationState.PUBLISHED)));

    private final Projects projects;
    private final Folders folders;
    private final RoleDesk roles;
    private final Schemes schemes;
    private final Routes routes;
    private final RuleDesk rules;

    StandardProject(Projects projects, Folders folders, RoleDesk roles, Schemes schemes, Routes routes, RuleDesk rules) {
        this.projects = projects;
        this.folders = folders;
        this.roles = roles;
        this.schemes = schemes;
        this.routes = routes;
        this.rules = rules;
    }

    public Made make(Wanted wanted) {
        FieldKind originator = wanted.originators().isEmpty() ? new FieldKind.Letters() : new FieldKind.CodeList(wanted.originators());
        long project = projects.make(wanted.code(), wanted.name(), wanted.zone(), List.of(
                new Field("project", "Project", new FieldKind.Text(), 10),
                new Field("originator", "Originator", originator, 10),
                new Field("discipline", "Discipline", new FieldKind.CodeList(wanted.disciplines()), 3),
                new Field("type", "Document type", new FieldKind.CodeList(wanted.types()), 3)), STATUS_CODES);
        long root = folders.makeRoot(project, wanted.name());
        long workInProgress = folder(root, "Work in progress", InformationState.WORK_IN_PROGRESS);
        long shared = folder(root, "Shared", InformationState.SHARED);
        long published = folder(root, "Published", InformationState.PUBLISHED);
        long archive = folder(root, "Archive", InformationState.ARCHIVE);
        projects.setArchive(project, archive);
        long controller = roles.addRole(project, "Document controller", RoleRights.CONTROLLER);
        long reviewer = roles.addRole(project, "Reviewer", RoleRights.REVIEWER);
        long approver = roles.addRole(project, "Approver", RoleRights.REVIEWER);
        long author = roles.addRole(project, "Author", RoleRights.AUTHOR);
        schemes.putInForce(project, Scheme.ofDocuments(DOCUMENTS, "Documents", "{project}-{originator}-{discipline}-{type}-{counter:4}",
                List.of("originator", "discipline", "type")), 0, null);
        routes.putInForce(project, Route.usual(DOCUMENTS, "Review and approval", List.of(
                Step.usual("Review", Step.Kind.REVIEW, new Who.InRole(new RoleId(reviewer)), 5),
                Step.usual("Approval", Step.Kind.APPROVAL, new Who.InRole(new RoleId(approver)), 3))), 0, null);
        rules.sayForProject(project, RuleDesk.usual(DOCUMENTS, DOCUMENTS), null);
        return new Made(project, workInProgress, shared, published, archive, controller, reviewer, approver, author);
    }

    private long folder(long parent, String name, InformationState state) {
        return folders.make(new Folders.NewFolder(parent, name, state, null, Map.of()));
    }
}
