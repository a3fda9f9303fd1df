package app.pervius.server.backup;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Backups, for administrators. */
@RestController
class BackupController {

    private final Backups backups;

    BackupController(Backups backups) {
        this.backups = backups;
    }

    @GetMapping("/api/backups")
    Backups.Standing backups(Actor actor) {
        actor.mustAdminister();
        return backups.standing();
    }

    /** Begins one beside everything else. */
    @Act(kind = ActKind.KEEPING, says = "asked for a backup")
    @PostMapping("/api/backups")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void now(Actor actor) {
        actor.mustAdminister();
        backups.makeNow();
    }
}
