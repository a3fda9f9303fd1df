package app.pervius.server.titleblocks;

import app.pervius.core.identify.TitleBlock;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.register.RevisionSequences;
import app.pervius.server.documents.Sequences;
import app.pervius.server.numbers.Schemes;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.projects.Projects;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What to say of a revision because of its PDF: its title block says something else than name and register, or it cannot be opened. */
@Component
public class TitleBlockRemarks {

    private final TitleBlocks blocks;
    private final Schemes schemes;
    private final Sequences sequences;
    private final Projects projects;

    TitleBlockRemarks(TitleBlocks blocks, Schemes schemes, Sequences sequences, Projects projects) {
        this.blocks = blocks;
        this.schemes = schemes;
        this.sequences = sequences;
        this.projects = projects;
    }

    /** In sentences; empty where nothing is to be said, or the bytes are not there to be looked at. */
    public List<String> remarks(long project, List<PassageFacts.File> files, Optional<String> number, Optional<String> revision) {
        return files.stream().filter(f -> f.mediaType().equals("application/pdf") && !f.hash().isEmpty()).findFirst().map(file -> {
            blocks.prepare(file.hash(), file.size());
            return switch (blocks.of(file.hash())) {
                case TitleBlock.CannotOpen closed -> List.of(closed.inWords());
                case TitleBlock.Unreadable unreadable -> List.<String>of();
                case TitleBlock.NoText none -> List.<String>of();
                case TitleBlock.Text text -> sentences(text.differences(number, revision, patterns(project), codes(project)));
            };
        }).orElse(List.of());
    }

    /** Where the title blocks of PDFs, as far as they have been read, say something else than number and revision. */
    public List<String> differences(long project, List<PassageFacts.File> files, Optional<String> number, Optional<String> revision) {
        return files.stream().filter(f -> f.mediaType().equals("application/pdf") && !f.hash().isEmpty())
                .flatMap(f -> blocks.of(f.hash()).differences(number, revision, patterns(project), codes(project)).stream()).distinct()
                .toList();
    }

    List<Pattern> patterns(long project) {
        return schemes.patterns(project, projects.settings(project).fields());
    }

    RevisionSequences codes(long project) {
        return sequences.inForce(project);
    }

    private static List<String> sentences(List<String> differences) {
        return differences.stream().map(d -> d.substring(0, 1).toUpperCase(java.util.Locale.ROOT) + d.substring(1) + ".").toList();
    }
}
