package app.pervius.server.signing;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.tables.TableReader;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Firms and people from a list. */
@RestController
class PeopleListController {

    private final TakingPeople taking;
    private final TableReader tables;

    PeopleListController(TakingPeople taking, TableReader tables) {
        this.taking = taking;
        this.tables = tables;
    }

    /**
     * Takes firms and people from a list and invites them; a table as CSV (also parted by tabs or semicolons) or XLSX. With {@code look} it
     * only says what would come of it.
     */
    @Act(kind = ActKind.PEOPLE, says = "took people from a table")
    @PostMapping(path = "/api/projects/{project}/people/lists", consumes = "application/octet-stream")
    TakingPeople.PeopleTaken take(@PathVariable long project, @RequestParam boolean look,
            @RequestParam(required = false) @Nullable Long role, @RequestParam(required = false) @Nullable Long folder,
            HttpServletRequest request, Actor actor) throws IOException {
        actor.mustControl(project);
        return taking.take(project, tables.read(request.getInputStream()), new TakingPeople.How(role, folder, look), actor);
    }
}
