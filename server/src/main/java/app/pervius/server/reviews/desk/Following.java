package app.pervius.server.reviews.desk;

import app.pervius.core.passage.End;
import app.pervius.core.passage.Station;
import app.pervius.server.access.Actor;
import app.pervius.server.documents.Documents;
import app.pervius.server.folders.Folders;
import app.pervius.server.messages.ToldOf;
import app.pervius.server.passages.Passages;
import app.pervius.server.reviews.Review;
import app.pervius.server.reviews.ReviewFiles;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What still follows from decisions, and what came of them: where files were placed, and whether those concerned have been told. */
@Component
class Following {

    /** The most messages that are counted. */
    private static final int MOST = 2_000;

    /**
     * What follows for a file.
     *
     * @param done whether it has come to its end, with all messages sent
     * @param account what has happened, or what is being done
     * @param folder where it was placed, if the caller may see it
     */
    record FollowingFile(long passage, String what, @Nullable Integer decision, Station station, Passages.State state, @Nullable End ended,
            boolean done, String account,
            @Nullable Long folder, @Nullable String folderPath, int messages, int sent) {
    }

    private final ReviewFiles files;
    private final Passages passages;
    private final Documents documents;
    private final Folders folders;
    private final ToldOf toldOf;

    Following(ReviewFiles files, Passages passages, Documents documents, Folders folders, ToldOf toldOf) {
        this.files = files;
        this.passages = passages;
        this.documents = documents;
        this.folders = folders;
        this.toldOf = toldOf;
    }

    List<FollowingFile> of(Review review, Actor actor) {
        List<ReviewFiles.InReview> over = files.of(review.id()).stream().filter(f -> f.over() != null).toList();
        List<Long> ids = over.stream().map(ReviewFiles.InReview::passage).toList();
        Map<Long, List<ToldOf.AboutPassage>> told = toldOf.about(ids, MOST).stream()
                .collect(Collectors.groupingBy(ToldOf.AboutPassage::passage));
        Map<Long, Instant> since = over.stream().collect(Collectors.toMap(ReviewFiles.InReview::passage,
                f -> Objects.requireNonNull(f.over())));
        return passages.passages(ids).stream().map(p -> view(p, told.getOrDefault(p.id(), List.of()).stream()
                .filter(m -> !m.at().isBefore(since.get(p.id()))).toList(), actor)).toList();
    }

    private FollowingFile view(Passages.PassageView p, List<ToldOf.AboutPassage> told, Actor actor) {
        int sent = (int) told.stream().filter(m -> m.sent() != null).count();
        var folder = documents.standing(p.id()).flatMap(Documents.Standing::currentFolder).flatMap(folders::find)
                .filter(f -> folders.maySee(actor, f)).orElse(null);
        boolean over = p.at().state() == Passages.State.DONE || p.at().state() == Passages.State.STOPPED;
        String account = switch (p.at().state()) {
            case DONE -> switch (Objects.requireNonNull(p.at().ended())) {
                case ISSUED -> "Issued" + (p.status() == null ? "" : " with status " + p.status()) + ".";
                case TAKEN_OUT -> "Taken out.";
                case LEFT -> "Left where it lies.";
                case RETURNED, SENT_BACK -> "Back with its author.";
            };
            case STOPPED -> "Stopped: " + (p.at().stop() == null ? "" : p.at().stop().reason());
            case WAITING -> "Waits for " + p.at().waitingFor() + ".";
            case RUNNING -> "Being placed …";
        };
        return new FollowingFile(p.id(), p.inWords(), p.decision(), p.at().station(), p.at().state(), p.at().ended(), over
                && sent == told.size(), account,
                folder == null ? null : folder.id(), folder == null ? null : folder.path(), told.size(), sent);
    }
}
