package app.pervius.server.documents;

import app.pervius.core.register.RevisionSequence;
import app.pervius.core.register.RevisionSequences;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** The revision sequences of a project. */
@RestController
class SequencesController {

    private final Sequences sequences;
    private final Live live;
    private final TransactionTemplate transaction;

    SequencesController(Sequences sequences, Live live, TransactionTemplate transaction) {
        this.sequences = sequences;
        this.live = live;
        this.transaction = transaction;
    }

    /** How the codes of a sequence are written: a prefix and a count, or letters. */
    enum SequenceKind { COUNTED, LETTERS }

    /**
     * A sequence as a screen fills it in.
     *
     * @param prefix of a counted one: 0 to 3 capital letters
     * @param leftOut of letters: those that do not occur
     */
    record SequenceForm(@NotNull @Pattern(regexp = "[a-z][a-z0-9-]{0,59}",
            message = "is made of lower-case letters, digits and hyphens") String key,
            @NotBlank @Size(max = 80) String name, @NotNull SequenceKind kind, @NotNull @Size(max = 3) String prefix, int width, int first,
            @NotNull @Size(max = 20) String leftOut, boolean subSteps) {

        RevisionSequence sequence() {
            try {
                return new RevisionSequence(key, name.strip(), kind == SequenceKind.LETTERS ? new RevisionSequence.Form.Letters(leftOut)
                        : new RevisionSequence.Form.Counted(prefix, width, first), subSteps);
            } catch (IllegalArgumentException e) {
                throw Refused.invalid("sequences",
                        "“" + name + "”: a prefix is up to 3 capital letters, the width 1 to 3 digits, the first count 0 or 1, and left "
                        + "out are capital letters.");
            }
        }

        static SequenceForm of(RevisionSequence s) {
            return switch (s.form()) {
                case RevisionSequence.Form.Counted(String prefix, int width, int first) ->
                        new SequenceForm(s.key(), s.name(), SequenceKind.COUNTED, prefix, width, first, "", s.subSteps());
                case RevisionSequence.Form.Letters(String leftOut) -> new SequenceForm(s.key(), s.name(), SequenceKind.LETTERS, "", 1, 1,
                        leftOut, s.subSteps());
            };
        }
    }

    /** The sequences in force; {@code inWords} says for each how it runs. */
    record SequencesView(int edition, List<SequenceForm> sequences, List<String> inWords) {
    }

    record SequencesEntry(int after, @NotEmpty @Size(max = 20) List<@Valid @NotNull SequenceForm> sequences) {
    }

    @GetMapping("/api/projects/{project}/revision-sequences")
    SequencesView inForce(@PathVariable long project, Actor actor) {
        actor.in(project);
        return view(sequences.inForce(project), sequences.edition(project));
    }

    @Act(kind = ActKind.SETTINGS, says = "put revision sequences in force")
    @PutMapping("/api/projects/{project}/revision-sequences")
    SequencesView putInForce(@PathVariable long project, @Valid @RequestBody SequencesEntry entry, Actor actor) {
        actor.mustControl(project);
        RevisionSequences wanted = new RevisionSequences(entry.sequences().stream().map(SequenceForm::sequence).toList());
        int edition = transaction.execute(status -> sequences.putInForce(project, wanted, entry.after(), actor.person(project)));
        live.changed(new Change(project, null, Live.Topic.NUMBERS, project));
        return view(wanted, edition);
    }

    private static SequencesView view(RevisionSequences all, int edition) {
        return new SequencesView(edition, all.inOrder().stream().map(SequenceForm::of).toList(), all.inOrder().stream()
                .map(RevisionSequence::inWords).toList());
    }
}
