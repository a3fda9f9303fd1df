package app.pervius.server.check;

import app.pervius.server.access.Actor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The check, for the administrator. */
@RestController
class CheckController {

    private final Check check;

    CheckController(Check check) {
        this.check = check;
    }

    @GetMapping("/api/check")
    Check.Report check(Actor actor) {
        actor.mustAdminister();
        return check.examine();
    }
}
