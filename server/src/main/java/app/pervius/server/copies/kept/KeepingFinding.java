package app.pervius.server.copies.kept;

import app.pervius.core.prepare.Keeping;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Rule;
import app.pervius.server.folders.Folders;
import app.pervius.server.rules.RuleFinding;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Whether PDFs can lie where a rule says. */
@Component
class KeepingFinding implements RuleFinding {

    private static final String COLUMN = "prepare";

    private final Folders folders;

    KeepingFinding(Folders folders) {
        this.folders = folders;
    }

    @Override
    public List<Finding> find(long project, Rule rule, Handling handling) {
        Keeping keeping = handling.prepare().keeping();
        List<Finding> found = new ArrayList<>();
        if (rule instanceof HandlingRule && keeping.place() == Keeping.Place.BESIDE) {
            places(project, rule).stream().filter(f -> f.state().holdsOneCurrentRevision()).findFirst().ifPresent(f ->
                    found.add(onlyIssued(f)));
        } else if (rule instanceof HandlingRule && keeping.root().isPresent()) {
            Optional<Folders.FolderView> root = folders.find(keeping.root().get().value()).filter(f -> f.project() == project);
            root.ifPresentOrElse(f -> mirrored(project, rule, f, found), () -> found.add(new Finding(true, COLUMN,
                    "The folder below which its PDFs lie does not exist any more.", "Choose another folder.")));
        }
        return found;
    }

    private void mirrored(long project, Rule rule, Folders.FolderView root, List<Finding> found) {
        if (root.state().holdsOneCurrentRevision()) {
            found.add(onlyIssued(root));
        }
        for (Folders.FolderView place : places(project, rule)) {
            if (place.firm() != null && !place.firm().equals(root.firm()) || place.restricted() && !root.restricted()) {
                found.add(new Finding(false, COLUMN, "Other people may see “" + root.path() + "”, below which its PDFs lie, than “"
                        + place.path() + "”, where the files come in.", "Open both to the same people, or choose another folder."));
            }
        }
    }

    private List<Folders.FolderView> places(long project, Rule rule) {
        return rule.where().places().stream().flatMap(place -> folders.find(place.folder().value()).stream())
                .filter(f -> f.project() == project).toList();
    }

    private static Finding onlyIssued(Folders.FolderView folder) {
        return new Finding(true, COLUMN, "“" + folder.path() + "” is " + folder.state().label()
                + ": only what has been issued lies there.", "Have the PDFs lie below another folder.");
    }
}
