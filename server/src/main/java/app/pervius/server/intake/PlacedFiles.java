package app.pervius.server.intake;

import app.pervius.core.passage.Entry;
import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.project.FieldValues;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.journal.Journal;
import app.pervius.server.passages.FilesPlaced;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Moves;
import app.pervius.server.passages.Passages;
import app.pervius.server.rules.Rules;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * What Pervius places in a folder is no arrival there unless a rule asks for it; if one does, it begins a passage, but never goes round for
 * ever.
 */
@Component
class PlacedFiles {

    /** So often one file may be placed and taken on in a row. */
    private static final int LONGEST_CHAIN = 8;

    private final FilesThere there;
    private final Rules rules;
    private final Folders folders;
    private final Files files;
    private final Passages passages;
    private final Moves moves;

    PlacedFiles(FilesThere there, Rules rules, Folders folders, Files files, Passages passages, Moves moves) {
        this.there = there;
        this.rules = rules;
        this.folders = folders;
        this.files = files;
        this.passages = passages;
        this.moves = moves;
    }

    @EventListener
    void placed(FilesPlaced placed) {
        PassageFacts passage = placed.passage();
        Map<Long, List<Files.FileView>> byFolder = placed.files().stream().map(files::file)
                .collect(Collectors.groupingBy(Files.FileView::folder, LinkedHashMap::new, Collectors.toList()));
        byFolder.forEach((folder, its) -> {
            List<RuleSheet.Row> asking = rules.sheet(passage.project()).standingOn(folders.pathUp(folder)).stream()
                    .filter(row -> row.rule() instanceof HandlingRule rule && rule.which().asksForPlaced()).toList();
            if (!asking.isEmpty()) {
                arrive(placed, folders.folder(folder), its);
            }
        });
    }

    private void arrive(FilesPlaced placed, Folders.FolderView folder, List<Files.FileView> its) {
        PassageFacts passage = placed.passage();
        // What was only kept before it was copied on has no passage.
        boolean kept = passage.id() == 0;
        if (!kept && passages.chain(passage.id()) >= LONGEST_CHAIN) {
            moves.note(passage.id(), Entry.Kind.NOTED, Journal.Actor.PERVIUS, "A rule would take what was placed in " + folder.path()
                    + ", but it has gone from rule to rule " + LONGEST_CHAIN
                    + " times already, so it stays there. Look for rules that lead round.");
            return;
        }
        long submission = there.submit(folder, its, new FilesThere.Occasion(passage.author(), passage.author(),
                "placed by " + placed.by(), null, FieldValues.NONE));
        there.begin(submission, folder, its, new FilesThere.Manner(new Door.Manner(ArrivalEvent.PLACED, kept ? Optional.empty()
                : Optional.of(passage.id()),
                Optional.empty()),
                Journal.Actor.PERVIUS,
                "Placed in " + folder.path() + " by " + placed.by() + "."));
    }
}
