package app.pervius.server.messages;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.outbound.Outbound;
import app.pervius.server.projects.Projects;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** How soon messages come: as everybody wishes for himself, and as the project says. */
@RestController
@RequestMapping("/api/projects/{project}")
class PaceController {

    private final Paces paces;
    private final NoticeRepository notices;
    private final Projects projects;
    private final Outbound outbound;
    private final AccountMail mail;

    PaceController(Paces paces, NoticeRepository notices, Projects projects, Outbound outbound, AccountMail mail) {
        this.paces = paces;
        this.notices = notices;
        this.projects = projects;
        this.outbound = outbound;
        this.mail = mail;
    }

    /**
     * How messages come to me.
     *
     * @param wish absent for as rules and the project say
     * @param zone an IANA time zone; absent for the project's
     * @param usual what the project says
     * @param slowest how long one may choose to wait, in minutes
     * @param waiting how many things wait to be told, the first of them at {@code next}
     * @param mailed whether there is a mail server
     */
    record MyMessages(@Nullable PaceForm wish, @Nullable String zone, int version, PaceForm usual, int slowest, String projectZone,
            long waiting, @Nullable Instant next, boolean mailed) {
    }

    record MyWish(@Nullable @Valid PaceForm wish, @Nullable @Size(max = 60) String zone, int version) {
    }

    /** How a project's messages go; {@code slowest} in minutes, up to a day; answers go to {@code replyTo}; absent where that stays. */
    record MessageWays(@NotNull @Valid PaceForm usual, int slowest, boolean held, @Nullable @Size(max = 200) String replyTo,
            int version) {
    }

    /** @param mailed whether there is a mail server */
    record MessageWaysView(PaceForm usual, int slowest, boolean held, String replyTo, int version, boolean mailed) {
    }

    @GetMapping("/my-messages")
    MyMessages mine(@PathVariable long project, Actor actor) {
        long person = actor.person(project);
        Paces.OfProject says = paces.ofProject(project);
        var wish = paces.wish(project, person);
        return new MyMessages(wish.map(w -> PaceForm.of(w.pace())).orElse(null), wish.map(Paces.Wish::zone).map(z -> z.getId())
                .orElse(null),
                wish.map(Paces.Wish::version).orElse(0), PaceForm.of(says.usual()), says.slowest(), projects.settings(project).zone()
                .getId(),
                notices.countByProjectIdAndPersonIdAndMessageIdIsNullAndDueAtIsNotNull(project, person),
                notices.firstDue(project, person).orElse(null), mail.mailed());
    }

    @PutMapping("/my-messages")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void wish(@PathVariable long project, @Valid @RequestBody MyWish entry, Actor actor) {
        paces.wish(project, actor.person(project), entry.wish() == null ? null : entry.wish().pace(), entry.zone(), entry.version());
    }

    @GetMapping("/message-ways")
    MessageWaysView ways(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        Paces.OfProject says = paces.ofProject(project);
        return new MessageWaysView(PaceForm.of(says.usual()), says.slowest(), says.held(), says.replyTo(), says.version(), mail.mailed());
    }

    /** Says how soon a project tells, how long people may wait, and whether its mail is held. */
    @Act(kind = ActKind.SETTINGS, says = "set how messages go")
    @PutMapping("/message-ways")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void say(@PathVariable long project, @Valid @RequestBody MessageWays entry, Actor actor) {
        actor.mustControl(project);
        paces.say(project, new Paces.OfProject(entry.usual().pace(), entry.slowest(), entry.held(), entry.replyTo() == null
                ? paces.ofProject(project).replyTo() : entry.replyTo(), entry.version()));
        if (!entry.held()) {
            outbound.goOn(Postman.KEY);
        }
    }
}
