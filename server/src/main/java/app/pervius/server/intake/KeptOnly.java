package app.pervius.server.intake;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.Bundle;
import app.pervius.core.passage.Orders;
import app.pervius.core.tell.Occasion;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.rules.Rules;
import app.pervius.server.rules.arriving.Speaking;
import app.pervius.server.rules.arriving.Beside;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Files that are only kept, in folders on which no handling rule stands: watching rules tell of them all the same. */
@Component
class KeptOnly {

    private final Rules rules;
    private final Speaking speaking;
    private final Folders folders;
    private final Beside beside;

    KeptOnly(Rules rules, Speaking speaking, Folders folders, Beside beside) {
        this.beside = beside;
        this.rules = rules;
        this.speaking = speaking;
        this.folders = folders;
    }

    /** Whether files of a submission are only kept. */
    boolean only(Submission submission) {
        return !rules.intake(submission.projectId, folders.pathUp(submission.folderId));
    }

    /** Tells whom watching rules name of what arrived, and whoever follows the folder. */
    void tell(Submission submission, List<Bundle<SubmissionFile>> bundles, Map<Long, Files.FileView> kept) {
        for (Bundle<SubmissionFile> bundle : bundles) {
            PassageFacts facts = facts(submission, bundle, kept);
            Speaking.Spoken spoken = speaking.spoken(facts, Occasion.ARRIVED, rules.sheet(submission.projectId),
                    Map.of("submission", submission.reference), "");
            beside.happened(facts, Occasion.ARRIVED, spoken.watching());
            speaking.tell(spoken, Occasion.ARRIVED, Messages.About.kept(submission.projectId, submission.id(),
                    Objects.requireNonNull(bundle.files().getFirst().folderFileId), facts.originalName()), List.of());
        }
    }

    static PassageFacts facts(Submission submission, Bundle<SubmissionFile> bundle, Map<Long, Files.FileView> kept) {
        List<Files.FileView> its = bundle.files().stream().map(f -> Objects.requireNonNull(kept.get(f.folderFileId))).toList();
        PassageFacts.Origin origin = new PassageFacts.Origin(submission.projectId, submission.id(), submission.folderId,
                submission.authorId, submission.authorFirmId,
                submission.uploaderId, its.stream().anyMatch(f -> f.version() > 1) ? ArrivalEvent.NEW_VERSION : ArrivalEvent.NEW_FILE,
                Optional.empty(), its.getFirst().name());
        return PassageFacts.arriving(0, origin, bundle.base(), KeptSubmissions.given(submission), Orders.NONE, its.stream()
                .map(Door::file).toList(), "kept");
    }
}
