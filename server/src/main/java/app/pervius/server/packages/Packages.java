package app.pervius.server.packages;

import app.pervius.server.access.Actor;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Json;
import java.time.InstantSource;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Making a package with its folders, all or nothing; trying again after a failure; bringing folders up to a changed template. */
@Service
public class Packages {

    /** A package to be made. */
    public record WantedPackage(Kind kind, String code, String title, @Nullable Long firm, String template, long parent,
            Map<String, String> values) {
    }

    private final WorkPackageRepository packages;
    private final PackageFolders made;
    private final PackageNews news;
    private final Templates templates;
    private final Folders folders;
    private final People people;
    private final InstantSource clock;
    private final TransactionTemplate transaction;

    Packages(WorkPackageRepository packages, PackageFolders made, PackageNews news, Templates templates, Folders folders,
            People people, InstantSource clock, TransactionTemplate transaction) {
        this.packages = packages;
        this.made = made;
        this.news = news;
        this.templates = templates;
        this.folders = folders;
        this.people = people;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** Makes a package and then its folders; a package whose folders cannot be made stays, says why, and can be tried again. */
    public long make(long project, WantedPackage wanted, Actor actor) {
        actor.mustControl(project);
        Folders.FolderView parent = folders.visible(wanted.parent(), actor);
        if (parent.project() != project) {
            throw Refused.notFound("folder");
        }
        long id = transaction.execute(status -> {
            if (packages.existsByProjectIdAndCode(project, wanted.code())) {
                throw Refused.invalid("code", "There is a package “" + wanted.code() + "” already.");
            }
            WorkPackage row = new WorkPackage();
            row.projectId = project;
            row.kind = wanted.kind();
            row.code = wanted.code();
            row.title = wanted.title();
            row.firmId = wanted.firm() == null ? null : people.firm(project, wanted.firm()).id();
            row.templateKey = templates.inForce(project, wanted.template()).orElseThrow(() -> Refused.notFound("template")).key();
            row.parentFolder = wanted.parent();
            row.givenValues = Json.write(wanted.values());
            row.madeBy = actor.person(row.projectId);
            row.madeAt = clock.instant();
            return packages.save(row).id();
        });
        makeFolders(id, actor);
        return id;
    }

    /** Tries again to make folders that could not be made. */
    void tryAgain(long id, Actor actor) {
        WorkPackage row = visible(id, actor);
        actor.mustControl(row.projectId);
        if (row.folderId != null) {
            throw Refused.conflict("made-already", "Its folders have been made in the meantime.");
        }
        makeFolders(id, actor);
    }

    private void makeFolders(long id, Actor actor) {
        try {
            transaction.executeWithoutResult(status -> {
                WorkPackage row = held(id);
                if (row.folderId == null) {
                    made.bringUp(row, actor);
                    row.failed = null;
                    news.made(row);
                }
            });
        } catch (Refused refused) {
            failed(id, refused.sentence());
        } catch (org.springframework.dao.DataAccessException failure) {
            failed(id, "The database refused it: " + failure.getMostSpecificCause().getMessage());
        }
    }

    private void failed(long id, String reason) {
        transaction.executeWithoutResult(status -> {
            WorkPackage row = packages.findById(id).orElseThrow();
            row.failed = reason.length() > 2000 ? reason.substring(0, 1999) + "…" : reason;
            packages.saveAndFlush(row);
            news.failed(row);
            made.changed(row);
        });
    }

    /** Brings the folders of a package up to the template in force; only if that is still the edition whose changes were looked at. */
    void rollOut(long id, int edition, Actor actor) {
        transaction.executeWithoutResult(status -> {
            WorkPackage row = held(id);
            actor.mustControl(row.projectId);
            if (made.template(row).edition() != edition || row.folderId == null) {
                throw Refused.conflict("changed-meanwhile", "The template was changed in the meantime. Look at what would change now.");
            }
            made.bringUp(row, actor);
        });
    }

    WorkPackage visible(long id, Actor actor) {
        WorkPackage row = packages.findById(id).orElseThrow(() -> Refused.notFound("package"));
        boolean sees = actor.memberships().containsKey(row.projectId) && (row.firmId == null || actor.maySee(row.projectId, row.firmId));
        if (!sees) {
            throw Refused.notFound("package");
        }
        return row;
    }

    private WorkPackage held(long id) {
        return packages.held(id).orElseThrow(() -> Refused.notFound("package"));
    }
}
