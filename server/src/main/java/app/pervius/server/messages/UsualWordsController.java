package app.pervius.server.messages;

import app.pervius.core.tell.Envelope;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.TellPlan;
import app.pervius.core.tell.Telling;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What a project usually says on each occasion a rule may speak on; for its controllers. */
@RestController
@RequestMapping("/api/projects/{project}/usual-words")
class UsualWordsController {

    private final UsualWordsBook book;

    UsualWordsController(UsualWordsBook book) {
        this.book = book;
    }

    /** @param word what rules call the occasion */
    record UsualWordsView(Occasion occasion, String word, String subject, String text, int version) {
    }

    record UsualWordsEntry(@NotNull @Size(max = Envelope.LONGEST_SUBJECT) String subject,
            @NotNull @Size(max = Telling.LONGEST) String text, int version) {
    }

    @GetMapping
    List<UsualWordsView> all(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        return TellPlan.OCCASIONS.stream().map(occasion -> {
            UsualWordsBook.Words words = book.of(project, occasion);
            return new UsualWordsView(occasion, occasion.onRule().orElseThrow(), words.subject(), words.text(), words.version());
        }).toList();
    }

    @Act(kind = ActKind.SETTINGS, says = "set the usual words of {occasion}")
    @PutMapping("/{occasion}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void say(@PathVariable long project, @PathVariable Occasion occasion, @Valid @RequestBody UsualWordsEntry entry, Actor actor) {
        actor.mustControl(project);
        book.say(project, occasion, new UsualWordsBook.Words(entry.subject(), entry.text(), entry.version()));
    }
}
