package app.pervius.server.comments;

import app.pervius.server.access.Actor;
import app.pervius.server.comments.SheetAnswer.Kind;
import app.pervius.server.reviews.ReviewAnswer.DrawnAs;
import app.pervius.server.reviews.ReviewAnswer;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Comments on revisions. */
@RestController
class CommentController {

    /** @param key the author's own name for it, so that what is sent twice is there once */
    record NewComment(@NotBlank @Size(max = 40) String key, @Valid @Nullable CommentPlace place, @NotNull @Size(max = 20_000) String text,
            @Nullable Long asked, @Nullable LocalDate due, @Nullable @Min(1) @Max(4) Integer before,
            @Nullable @Size(max = Pictures.MOST_OF_ONE) List<@NotNull Long> pictures) {
    }

    record ChangedComment(int version, @Valid @Nullable CommentPlace place, @NotNull @Size(max = 20_000) String text, @Nullable Long asked,
            @Nullable LocalDate due, @Nullable @Min(1) @Max(4) Integer before,
            @Nullable @Size(max = Pictures.MOST_OF_ONE) List<@NotNull Long> pictures) {
    }

    record CommentAnswerEntry(int version, @NotNull Kind kind, @NotNull @Size(max = 20_000) String text) {
    }

    record CommentStageEntry(int version, boolean closed) {
    }

    record DrawnEntry(int version, @NotNull DrawnAs as, @NotNull @Size(max = 20_000) String text) {
    }

    record JoinedEntry(int version, long into, int intoVersion, @NotNull @Size(max = 20_000) String text) {
    }

    record CommentVersionEntry(int version) {
    }

    record CommentMade(long id) {
    }

    private final Comments comments;
    private final CommentViews views;
    private final ReviewComments ofReviews;

    CommentController(Comments comments, CommentViews views, ReviewComments ofReviews) {
        this.comments = comments;
        this.views = views;
        this.ofReviews = ofReviews;
    }

    private static Comments.Wanted wanted(ChangedComment entry) {
        return new Comments.Wanted(Optional.ofNullable(entry.place()).map(CommentPlace::place), entry.text(), entry.asked(), entry.due(),
                entry.before(), entry.pictures() == null ? List.of() : entry.pictures());
    }

    /** What was said of a revision, and what is still open of earlier ones, as far as the caller may read it. */
    @GetMapping("/api/passages/{passage}/comments")
    CommentViews.CommentsView comments(@PathVariable long passage, Actor actor) {
        return views.view(passage, actor);
    }

    @PostMapping("/api/passages/{passage}/comments")
    @ResponseStatus(HttpStatus.CREATED)
    CommentMade say(@PathVariable long passage, @Valid @RequestBody NewComment entry, Actor actor) {
        return new CommentMade(comments.say(passage, entry.key(), wanted(new ChangedComment(0, entry.place(), entry.text(), entry.asked(),
                entry.due(), entry.before(), entry.pictures())), actor));
    }

    @PutMapping("/api/comments/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void change(@PathVariable long id, @Valid @RequestBody ChangedComment entry, Actor actor) {
        comments.change(id, entry.version(), wanted(entry), actor);
    }

    /** Its author takes it back. */
    @DeleteMapping("/api/comments/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBack(@PathVariable long id, @RequestParam int version, Actor actor) {
        comments.takeBack(id, version, true, actor);
    }

    /** What its author took back is there again. */
    @PostMapping("/api/comments/{id}/restorations")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void restore(@PathVariable long id, @RequestBody CommentVersionEntry entry, Actor actor) {
        comments.takeBack(id, entry.version(), false, actor);
    }

    @PostMapping("/api/comments/{id}/answers")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void answer(@PathVariable long id, @Valid @RequestBody CommentAnswerEntry entry, Actor actor) {
        comments.answer(id, entry.version(), entry.kind(), entry.text(), actor);
    }

    /** Closes it, or opens it again. */
    @PutMapping("/api/comments/{id}/stage")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void close(@PathVariable long id, @RequestBody CommentStageEntry entry, Actor actor) {
        comments.close(id, entry.version(), entry.closed(), actor);
    }

    /** What the lead makes of it before its author's firm reads it. */
    @PutMapping("/api/comments/{id}/drawing")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void draw(@PathVariable long id, @Valid @RequestBody DrawnEntry entry, Actor actor) {
        comments.draw(id, entry.version(), entry.as(), entry.text(), actor);
    }

    /** The author's firm reads it together with another, as one; both originals are kept. */
    @PutMapping("/api/comments/{id}/joining")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void join(@PathVariable long id, @Valid @RequestBody JoinedEntry entry, Actor actor) {
        comments.join(id, entry.version(), entry.into(), entry.intoVersion(), entry.text(), actor);
    }

    /** How many comments stand on which sheets of a review, for the reviewing side. */
    @GetMapping("/api/reviews/{review}/on-sheets")
    List<ReviewComments.OnSheet> onSheets(@PathVariable long review, Actor actor) {
        return ofReviews.of(review, actor);
    }

    /** What the caller is asked in comments and has not answered. */
    @GetMapping("/api/desk/comments")
    List<CommentViews.AskedOfMe> asked(Actor actor) {
        return views.askedOf(actor);
    }
}
