package app.pervius.server.intake;

import app.pervius.server.access.Actor;
import app.pervius.server.intake.MovingFiles.How;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Files that lie in folders: moved, copied, or sent through the rules. */
@RestController
class RunningThroughController {

    private static final int MOST_NAMES = 5;

    private final RunningThrough running;
    private final MovingFiles moving;

    RunningThroughController(RunningThrough running, MovingFiles moving) {
        this.running = running;
        this.moving = moving;
    }

    /** What lies where a rule stands and has never been on a passage: how many files, and some of their names. */
    record Lying(long rule, int files, List<String> names) {
    }

    record Carried(int files) {
    }

    record RunAgain(long passage) {
    }

    record MovingEntry(@NotEmpty @Size(max = 1000) List<@NotNull Long> files, @NotNull How how) {
    }

    @GetMapping("/api/projects/{project}/lying")
    List<Lying> lying(@PathVariable long project, @RequestParam @Size(max = 500) List<Long> rules, Actor actor) {
        actor.mustControl(project);
        return rules.stream().distinct().map(rule -> {
            var its = running.lying(project, rule);
            return new Lying(rule, its.size(), its.stream().limit(MOST_NAMES).map(f -> f.name()).toList());
        }).toList();
    }

    /** Has the files that lie where a rule in force stands go through the rules. */
    @PostMapping("/api/projects/{project}/rules/{rule}/runs-on-lying")
    Carried runOnLying(@PathVariable long project, @PathVariable long rule, Actor actor) {
        actor.mustControl(project);
        return new Carried(running.runLying(project, rule, actor));
    }

    /** Has a past arrival that came to nothing go through the rules in force again. */
    @PostMapping("/api/passages/{id}/runs")
    RunAgain runAgain(@PathVariable long id, Actor actor) {
        return new RunAgain(running.runAgain(id, actor));
    }

    /** Moves or copies files into a folder. */
    @PostMapping("/api/folders/{folder}/arrivals")
    Carried carry(@PathVariable long folder, @Valid @RequestBody MovingEntry entry, Actor actor) {
        return new Carried(moving.carryOut(folder, entry.files(), entry.how(), actor));
    }
}
