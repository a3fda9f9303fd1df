package app.pervius.server.rules.words;

import app.pervius.core.kind.Names;
import app.pervius.core.kind.Thing;
import app.pervius.core.project.Fields;
import app.pervius.core.project.RoleId;
import app.pervius.server.folders.Folders;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What phrases of rules call things: their names as they are now. */
@Component
public class RuleNames {

    private final Folders folders;
    private final People people;
    private final Projects projects;

    RuleNames(Folders folders, People people, Projects projects) {
        this.folders = folders;
        this.people = people;
        this.projects = projects;
    }

    /** The names of a project's things. */
    public Names of(long project) {
        Fields fields = projects.settings(project).fields();
        return new Names() {
            @Override
            public Optional<String> of(Thing thing, long id) {
                return Optional.of(switch (thing) {
                    case FIRM -> people.firm(id).name();
                    case ROLE -> people.roleName(new RoleId(id));
                    case PERSON -> people.person(id).name();
                    case FOLDER -> folders.find(id).filter(its -> its.project() == project).map(Folders.FolderView::path)
                            .orElse("a folder that is gone");
                });
            }

            @Override
            public String field(String key) {
                return fields.label(key);
            }
        };
    }
}
