package app.pervius.server.setup;

import app.pervius.server.access.Actor;
import app.pervius.server.projects.Lack;
import app.pervius.server.projects.Lacking;
import java.util.Comparator;
import java.util.List;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** What is still missing before work goes through a project by itself. */
@RestController
class LackingController {

    private final List<Lacking> features;

    LackingController(List<Lacking> features) {
        this.features = features;
    }

    /** All of it, in the order in which it is needed; for who controls the project. */
    @GetMapping("/api/projects/{project}/lacking")
    @Transactional(readOnly = true)
    public List<Lack> lacking(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        return features.stream().flatMap(f -> f.of(project).stream()).sorted(Comparator.comparing(Lack::what)).toList();
    }
}
