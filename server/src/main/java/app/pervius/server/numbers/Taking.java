package app.pervius.server.numbers;

import app.pervius.core.number.Drawing;
import app.pervius.core.number.Drawn;
import app.pervius.core.number.Ledger;
import app.pervius.core.number.NumberState;
import app.pervius.core.number.Numbering;
import app.pervius.core.number.Scheme;
import app.pervius.core.number.Source;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
import app.pervius.server.othersystems.OtherSystems;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Taking numbers beforehand: the register shows the line at once, and what arrives with the number fills it. */
@Service
public class Taking {

    /** Numbers wanted for something. */
    public record Wanted(String scheme, Map<String, String> values, String title, String ownReference, int count, @Nullable Long firm) {
    }

    /** A number that was taken; {@code document} only of schemes that number documents. */
    public record Taken(String number, @Nullable Long document) {
    }

    private final Schemes schemes;
    private final LedgerBook book;
    private final Documents documents;
    private final Projects projects;
    private final People people;
    private final OtherSystems connections;
    private final NumberEvents events;
    private final TransactionTemplate transaction;

    Taking(Schemes schemes, LedgerBook book, Documents documents, Projects projects, People people, OtherSystems connections,
            NumberEvents events, TransactionTemplate transaction) {
        this.schemes = schemes;
        this.book = book;
        this.documents = documents;
        this.projects = projects;
        this.people = people;
        this.connections = connections;
        this.events = events;
        this.transaction = transaction;
    }

    /** Takes numbers for the caller's firm, or for another if the caller controls the project; all of them, or none. */
    public List<Taken> take(long project, Wanted wanted, Actor actor) {
        Scheme scheme = schemes.inForce(project, wanted.scheme()).orElseThrow(() -> Refused.notFound("scheme"));
        People.FirmView firm = firm(project, wanted.firm(), actor);
        FieldValues values = values(project, firm, wanted.values());
        FieldValues asked = ask(scheme, values);
        return transaction.execute(status -> {
            List<Taken> taken = new ArrayList<>();
            for (int i = 1; i <= wanted.count(); i++) {
                Drawing drawing = draw(scheme, values.with(asked), project, book.held(project));
                taken.add(keep(project, scheme, drawing, wanted, values, firm.id(), actor));
            }
            events.write(project, scheme.key(), taken.getFirst().number(), actor, "Took " + (taken.size() == 1 ? taken.getFirst().number()
                    : taken.size() + " numbers from " + taken.getFirst().number() + " to " + taken.getLast().number()) + " for "
                    + firm.name() + ": " + wanted.title());
            return List.copyOf(taken);
        });
    }

    private Taken keep(long project, Scheme scheme, Drawing drawing, Wanted wanted, FieldValues values, long firm, Actor actor) {
        @Nullable Long document = scheme.of() != Scheme.Of.DOCUMENTS ? null : Long.valueOf(documents.openBeforehand(
                new Documents.NewDocument(project, drawing.number(), wanted.title(), firm, values, wanted.count() == 1
                        ? wanted.ownReference() : "")));
        book.keep(project, drawing, entry -> {
            entry.state = NumberState.TAKEN;
            entry.documentId = document;
            entry.title = wanted.title();
            entry.firmId = firm;
            entry.personId = actor.person(project);
        });
        return new Taken(drawing.number(), document);
    }

    /** What the next number would be; shown, not promised, and nothing is held for it. */
    String preview(long project, Wanted wanted, Actor actor) {
        Scheme scheme = schemes.inForce(project, wanted.scheme()).orElseThrow(() -> Refused.notFound("scheme"));
        FieldValues values = values(project, firm(project, wanted.firm(), actor), wanted.values());
        return draw(scheme, values, project, book.looking(project)).number();
    }

    /** Draws a number for somebody who asks for one; why there is none is refused in words. */
    Drawing draw(Scheme scheme, FieldValues values, long project, Ledger ledger) {
        Projects.Settings settings = projects.settings(project);
        Drawn drawn = Numbering.draw(scheme, values, settings.fields(), ledger, projects.today(project));
        return switch (drawn) {
            case Drawn.Number(Drawing drawing) -> drawing;
            case Drawn.Missing missing -> throw Refused.invalid(missing.fields().iterator().next(),
                    drawn.inWords(scheme, settings.fields()));
            case Drawn.Unfit unfit -> throw Refused.invalid(unfit.field(), drawn.inWords(scheme, settings.fields()));
            case Drawn.Full full -> throw Refused.conflict("counter-full", drawn.inWords(scheme, settings.fields()));
            case Drawn.ListUsedUp used -> throw Refused.conflict("list-used-up", drawn.inWords(scheme, settings.fields()));
            case Drawn.Unanswered unanswered -> throw Refused.conflict("not-answered", drawn.inWords(scheme, settings.fields()));
            case Drawn.Crowded crowded -> throw Refused.conflict("counter-crowded", drawn.inWords(scheme, settings.fields()));
        };
    }

    /** Asks other systems before anything is held; their answers are checked as values of fields are. */
    private FieldValues ask(Scheme scheme, FieldValues about) {
        FieldValues answers = FieldValues.NONE;
        for (Source source : scheme.sources()) {
            if (source instanceof Source.Asked asked) {
                answers = answers.with(asked.key(), switch (connections.ask(asked.connection(), "take-" + UUID.randomUUID(),
                        Map.of("asked", asked.key(), "about", about.byKey()))) {
                    case OtherSystems.Reply.Said(Map<String, Object> answer) -> Answers.value(answer).orElseThrow(() ->
                            Refused.conflict("not-answered", Answers.unusable(asked.connection())));
                    case OtherSystems.Reply.Failed(String reason) -> throw Refused.conflict("not-answered",
                            reason + " No number was taken.");
                });
            }
        }
        return answers;
    }

    People.FirmView firm(long project, @Nullable Long wanted, Actor actor) {
        actor.in(project);
        if (wanted != null && wanted != actor.firm(project) && !actor.controls(project)) {
            throw Refused.forbidden("Numbers are taken for one's own firm; a document controller takes them for others.");
        }
        return people.firm(project, wanted == null ? actor.firm(project) : wanted);
    }

    /** The values a scheme is given: of the project and the firm, and what was said; each must fit its field. */
    FieldValues values(long project, People.FirmView firm, Map<String, String> said) {
        Projects.Settings settings = projects.settings(project);
        Fields fields = settings.fields();
        said.forEach((key, value) -> {
            var field = fields.find(key).orElseThrow(() -> Refused.invalid(key, "The project has no field “" + key + "”."));
            if (!value.isBlank() && !field.takes(value)) {
                throw Refused.invalid(key, "“" + field.label() + "” takes " + field.expectation() + ", not “" + value + "”.");
            }
        });
        FieldValues own = new FieldValues(Map.of("project", settings.code(), "originator", firm.code()));
        return new FieldValues(said).with(own);
    }
}
