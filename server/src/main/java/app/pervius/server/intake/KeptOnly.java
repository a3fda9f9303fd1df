package app.pervius.server.intake;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.Bundle;
import app.pervius.core.passage.Orders;
import app.pervius.core.tell.Occasion;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.projects.Projects;
import app.pervius.server.rules.Rules;
import app.pervius.server.rules.arriving.Speaking;
import app.pervius.server.rules.arriving.Beside;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Files that are only kept, in folders on which no handling rule stands: watching rules tell of them all the same. */
@Component
class KeptOnly {

    /** The most lines of a message. */
    private static final int MOST_LINES = 100;

    private final Rules rules;
    private final Speaking speaking;
    private final Messages messages;
    private final Folders folders;
    private final Projects projects;
    private final Beside beside;

    KeptOnly(Rules rules, Speaking speaking, Messages messages, Folders folders, Projects projects, Beside beside) {
        this.beside = beside;
        this.rules = rules;
        this.speaking = speaking;
        this.messages = messages;
        this.folders = folders;
        this.projects = projects;
    }

    /** Somebody who is told, and of which files in which words. */
    private record Telling(List<String> names, List<String> lines) {
        void add(PassageFacts arrival, Speaking.Said said) {
            names.add(arrival.originalName());
            lines.add(arrival.originalName() + (said.text().isBlank() ? "" : ": " + said.text()) + " (" + said.rules() + ")");
        }
    }

    /** Whether files of a submission are only kept. */
    boolean only(Submission submission) {
        return !rules.intake(submission.projectId, folders.pathUp(submission.folderId));
    }

    /** Tells the people and addresses whom watching rules name of what arrived, one message each. */
    void tell(Submission submission, List<Bundle<SubmissionFile>> bundles, Map<Long, Files.FileView> kept) {
        if (rules.sheet(submission.projectId).standingOn(folders.pathUp(submission.folderId)).isEmpty()) {
            return;
        }
        Map<Long, Telling> persons = new LinkedHashMap<>();
        Map<String, Telling> addresses = new LinkedHashMap<>();
        for (Bundle<SubmissionFile> bundle : bundles) {
            PassageFacts facts = facts(submission, bundle, kept);
            Speaking.Spoken spoken = speaking.spoken(facts, Occasion.ARRIVED, rules.sheet(submission.projectId),
                    Map.of("submission", submission.reference), "");
            beside.happened(facts, Occasion.ARRIVED, spoken.watching());
            long file = Objects.requireNonNull(bundle.files().getFirst().folderFileId);
            spoken.persons().forEach((person, said) -> {
                if (!messages.tellLater(person, null, Occasion.ARRIVED, about(submission, facts, file, said), said.text())) {
                    persons.computeIfAbsent(person, k -> new Telling(new ArrayList<>(), new ArrayList<>())).add(facts, said);
                }
            });
            spoken.addresses().forEach((address, said) -> {
                if (!messages.tellLater(null, address, Occasion.ARRIVED, about(submission, facts, file, said), said.text())) {
                    addresses.computeIfAbsent(address, k -> new Telling(new ArrayList<>(), new ArrayList<>())).add(facts, said);
                }
            });
        }
        persons.forEach((person, told) -> messages.send(submission.projectId, List.of(person), Occasion.ARRIVED, "kept " + submission.id(),
                subject(submission, told), text(submission, told), place(submission)));
        addresses.forEach((address, told) -> messages.sendOutside(submission.projectId, List.of(address), Occasion.ARRIVED,
                "kept " + submission.id(), subject(submission, told),
                text(submission, told), place(submission)));
    }

    private static Messages.AboutFile about(Submission submission, PassageFacts facts, long file, Speaking.Said said) {
        return new Messages.AboutFile(submission.projectId, submission.id(), file, facts.originalName(), said.rules(), said.paces());
    }

    private String subject(Submission submission, Telling told) {
        return "[" + projects.settings(submission.projectId).code() + "] "
                + (told.names().size() == 1 ? told.names().getFirst() : told.names().size() + " files") + " arrived in "
                + folders.folder(submission.folderId).path() + " (" + submission.reference + ")";
    }

    private String text(Submission submission, Telling told) {
        int more = told.lines().size() - MOST_LINES;
        return (told.names().size() == 1 ? "This file has" : "These files have") + " arrived in " + folders.folder(submission.folderId)
                .path() + ":\n\n  "
                + told.lines().stream().limit(MOST_LINES).collect(Collectors.joining("\n  "))
                + (more > 0 ? "\n  and " + more + " more." : "") + "\n\nThe folder: ";
    }

    private static String place(Submission submission) {
        return "/folders/" + submission.folderId;
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
