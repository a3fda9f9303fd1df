package app.pervius.server.following;

import app.pervius.server.access.Actor;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What whoever is signed in follows in a project. */
@RestController
@RequestMapping("/api/projects/{project}/following")
class FollowingController {

    private final Followings followings;

    FollowingController(Followings followings) {
        this.followings = followings;
    }

    @GetMapping
    List<Followings.Followed> all(@PathVariable long project, Actor actor) {
        return followings.of(project, actor);
    }

    /** Follows a document or a folder with all below it. */
    @PutMapping("/{kind}/{thing}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void follow(@PathVariable long project, @PathVariable Following.Kind kind, @PathVariable long thing, Actor actor) {
        followings.follow(project, kind, thing, actor);
    }

    @DeleteMapping("/{kind}/{thing}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void leave(@PathVariable long project, @PathVariable Following.Kind kind, @PathVariable long thing, Actor actor) {
        followings.leave(project, kind, thing, actor);
    }
}
