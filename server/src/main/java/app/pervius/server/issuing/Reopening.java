package app.pervius.server.issuing;

import app.pervius.core.project.DecisionCode;
import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
import app.pervius.server.journal.Journal;
import app.pervius.server.messages.Messages;
import app.pervius.server.messages.ToldOf;
import app.pervius.server.passages.Engine;
import app.pervius.server.passages.Moves;
import app.pervius.server.passages.Passages;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.reviews.Reviews;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * A decision is reopened by a controller: the revision is no longer current anywhere from that moment, its files go to the archive, it
 * stands at the last step of its review again, and all who were told of the decision are told of this.
 */
@Service
@Transactional
class Reopening {

    private final Passages passages;
    private final Moves moves;
    private final Documents documents;
    private final Projects projects;
    private final Reviews reviews;
    private final Messages messages;
    private final ToldOf toldOf;
    private final Engine engine;
    private final Withdrawing withdrawing;

    Reopening(Passages passages, Moves moves, Documents documents, Projects projects, Reviews reviews, Messages messages, ToldOf toldOf,
            Engine engine, Withdrawing withdrawing) {
        this.passages = passages;
        this.moves = moves;
        this.documents = documents;
        this.projects = projects;
        this.reviews = reviews;
        this.messages = messages;
        this.toldOf = toldOf;
        this.engine = engine;
        this.withdrawing = withdrawing;
    }

    void reopen(long id, String reason, Actor actor) {
        Passages.PassageView passage = passages.passage(id);
        if (!actor.maySee(passage.project(), passage.from().authorFirm())) {
            throw Refused.notFound("passage");
        }
        actor.mustControl(passage.project());
        if (reason.isBlank()) {
            throw Refused.invalid("reason", "Say why; all who were told of the decision read it.");
        }
        if (passage.at().state() != Passages.State.DONE || passage.decision() == null) {
            throw Refused.conflict("not-decided", "There is no decision that could be reopened.");
        }
        Documents.Standing standing = documents.standing(id).orElseThrow(() -> Refused.conflict("not-decided",
                "There is no revision that could be reopened."));
        standing.later().ifPresent(later -> {
            throw Refused.conflict("later-revision", "Revision " + later + " has come since; decide on that one.");
        });
        standing.currentFolder().ifPresent(folder -> withdrawing.withdraw(passage, standing.revision(), folder, actor));
        tell(passage, reason, actor);
        moves.reopen(id, reviews.lastStep(id), Journal.by(actor, passage.project()), reason.strip(),
                "Decision " + passage.decision() + ", " + DecisionCode.of(passage.decision(), projects.settings(passage.project())
                        .decisionCodes()).name() + ", reopened: " + reason.strip());
        engine.wake(passage.from().submission());
    }

    private void tell(Passages.PassageView passage, String reason, Actor actor) {
        List<ToldOf.Told> told = toldOf.told(List.of(passage.id()), EnumSet.of(Occasion.ISSUED, Occasion.RETURNED));
        Messages.About about = new Messages.About(passage.project(), passage.from().submission(), passage.id(), passage.inWords(),
                "reopened " + passage.id() + " " + passage.version(),
                passage.rule() == null ? "" : passage.rule());
        String detail = "Reopened by " + actor.in(passage.project())
                .name() + ": " + reason.strip() + "\nDo not use it until it is decided anew.";
        messages.tell(told.stream().map(ToldOf.Told::person).filter(Objects::nonNull).distinct().toList(), Occasion.REOPENED, about,
                detail);
        // They become messages once the passage has come to review again, together with what is asked of its people then.
        messages.tellOutside(told.stream().map(ToldOf.Told::address).filter(Objects::nonNull).distinct().toList(), Occasion.REOPENED,
                about, detail);
    }
}
