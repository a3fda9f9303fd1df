package app.pervius.server.setup;

import app.pervius.server.access.Actor;
import app.pervius.server.access.Sessions;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Inviting people by mail, and accepting. */
@RestController
class InvitationController {

    private final Invitations invitations;
    private final Sessions sessions;

    InvitationController(Invitations invitations, Sessions sessions) {
        this.invitations = invitations;
        this.sessions = sessions;
    }

    record InvitedView(String name, String email) {
    }

    record AcceptEntry(@NotBlank @Size(max = 200) String password) {
    }

    @PostMapping("/api/projects/{project}/people/{person}/invitations")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void invite(@PathVariable long project, @PathVariable long person, Actor actor) {
        invitations.invite(project, person, actor);
    }

    @GetMapping("/api/entrance/invitations/{secret}")
    InvitedView invited(@PathVariable String secret) {
        var person = invitations.invited(secret);
        return new InvitedView(person.name(), person.email());
    }

    /** Sets the password of the person who was invited, who is signed in afterwards. */
    @PostMapping("/api/entrance/invitations/{secret}")
    Actor accept(@PathVariable String secret, @Valid @RequestBody AcceptEntry entry, HttpServletRequest request, HttpServletResponse response) {
        return sessions.begin(invitations.accept(secret, entry.password()), request, response);
    }
}
