package app.pervius.server.integrity;

import app.pervius.server.access.Actor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The check, for the administrator. */
@RestController
class IntegrityController {

    private final Integrity check;

    IntegrityController(Integrity check) {
        this.check = check;
    }

    @GetMapping("/api/check")
    Integrity.Report check(Actor actor) {
        actor.mustAdminister();
        return check.examine();
    }
}
