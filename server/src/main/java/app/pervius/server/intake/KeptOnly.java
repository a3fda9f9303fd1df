package app.pervius.server.intake;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.Bundle;
import app.pervius.core.passage.Station;
import app.pervius.core.project.FieldValues;
import app.pervius.core.tell.Occasion;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.Rules;
import app.pervius.server.rules.Speaking;
import java.util.ArrayList;
import java.util.LinkedHashMap;
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
    private final Messages messages;
    private final Folders folders;
    private final Projects projects;

    KeptOnly(Rules rules, Speaking speaking, Messages messages, Folders folders, Projects projects) {
        this.rules = rules;
        this.speaking = speaking;
        this.messages = messages;
        this.folders = folders;
        this.projects = projects;
    }

    /** Tells the people whom watching rules name of what arrived, one message each. */
    void tell(Submission submission, List<Bundle<SubmissionFile>> bundles, Map<Long, Files.FileView> kept) {
        if (rules.sheet(submission.projectId).standingOn(folders.pathUp(submission.folderId)).isEmpty()) {
            return;
        }
        Map<Long, List<String>> lines = new LinkedHashMap<>();
        for (Bundle<SubmissionFile> bundle : bundles) {
            PassageFacts facts = facts(submission, bundle, kept);
            speaking.spoken(facts, Occasion.ARRIVED, rules.sheet(submission.projectId), Map.of("submission", submission.reference), "").persons().forEach((person, said) ->
                    lines.computeIfAbsent(person, k -> new ArrayList<>()).add(facts.originalName() + (said.text().isBlank() ? "" : ": " + said.text()) + " (" + said.rules() + ")"));
        }
        String path = folders.folder(submission.folderId).path();
        lines.forEach((person, said) -> messages.send(submission.projectId, List.of(person), Occasion.ARRIVED, "kept " + submission.id(),
                "[" + projects.settings(submission.projectId).code() + "] " + (said.size() == 1 ? said.getFirst() : said.size() + " files") + " in " + path + " (" + submission.reference + ")",
                "These files have arrived in " + path + ":\n\n  " + String.join("\n  ", said) + "\n\nThe folder: ", "/folders/" + submission.folderId));
    }

    private static PassageFacts facts(Submission submission, Bundle<SubmissionFile> bundle, Map<Long, Files.FileView> kept) {
        List<Files.FileView> its = bundle.files().stream().map(f -> Objects.requireNonNull(kept.get(f.folderFileId))).toList();
        return new PassageFacts(0, submission.projectId, submission.id(), submission.folderId, submission.authorId, submission.authorFirmId, submission.uploaderId,
                its.stream().anyMatch(f -> f.version() > 1) ? ArrivalEvent.NEW_VERSION : ArrivalEvent.NEW_FILE, Optional.empty(), its.getFirst().name(), bundle.base(), bundle.base(),
                KeptSubmissions.given(submission), FieldValues.NONE, Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), 1, false, false, 0,
                Optional.empty(), Station.ARRIVE, its.stream().map(f -> new PassageFacts.File(f.id(), f.name(), f.hash(), f.size(), f.mediaType())).toList(), "kept");
    }
}
