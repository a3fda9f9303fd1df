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
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What still follows from decisions, and what came of them: where files were placed, and whether those concerned have been told. */
@Component
class Following {

    /** So many files are told of by themselves. */
    private static final int MOST = 8;

    /**
     * What follows from a review.
     *
     * @param files some of its decided files, those that are stopped first
     * @param all how many decided files it has, and {@code underWay} how many of them have not come to their end or to a stop
     * @param messages how many things were told since, and {@code sent} how many of them have gone out
     */
    record WhatFollows(List<FollowingFile> files, int all, int underWay, int messages, int sent) {
    }

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

    WhatFollows of(Review review, Actor actor) {
        Map<Long, Instant> since = files.of(review.id()).stream().filter(f -> f.over() != null).collect(Collectors.toMap(
                ReviewFiles.InReview::passage, f -> Objects.requireNonNull(f.over())));
        Map<Long, Passages.State> states = passages.states(since.keySet());
        Map<Long, List<ToldOf.Gone>> told = toldOf.gone(since.keySet()).stream()
                .filter(t -> !t.at().isBefore(Objects.requireNonNull(since.get(t.passage()))))
                .collect(Collectors.groupingBy(ToldOf.Gone::passage));
        List<Long> shown = states.entrySet().stream().sorted(Comparator
                .comparing((Map.Entry<Long, Passages.State> e) -> e.getValue() != Passages.State.STOPPED).thenComparing(Map.Entry::getKey))
                .limit(MOST).map(Map.Entry::getKey).toList();
        Map<Long, Passages.PassageView> views = passages.passages(shown).stream().collect(Collectors.toMap(Passages.PassageView::id,
                p -> p));
        return new WhatFollows(shown.stream().map(views::get).map(p -> view(p, told.getOrDefault(p.id(), List.of()), actor)).toList(),
                states.size(), (int) states.values().stream().filter(s -> s == Passages.State.RUNNING || s == Passages.State.WAITING)
                .count(), told.values().stream().mapToInt(List::size).sum(), sent(told.values().stream().flatMap(List::stream)));
    }

    private static int sent(Stream<ToldOf.Gone> told) {
        return (int) told.filter(ToldOf.Gone::sent).count();
    }

    private FollowingFile view(Passages.PassageView p, List<ToldOf.Gone> told, Actor actor) {
        int sent = sent(told.stream());
        var folder = documents.currentFolder(p.id()).flatMap(folders::find)
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
