package app.pervius.server.comments;

import app.pervius.core.comment.Comment;
import app.pervius.core.comment.Place;
import app.pervius.core.comment.Refusal;
import app.pervius.core.comment.Shape;
import app.pervius.core.comment.Side;
import app.pervius.core.comment.Stage;
import app.pervius.server.access.Actor;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.passages.Passages;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.reviews.ReviewAnswer;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What people do with comments. */
@Service
@Transactional
public class Comments {

    /** The most that may stand on one revision. */
    private static final int MOST = 5000;
    private static final int FARTHEST_YEARS = 20;
    /** What somebody said; the rest is who has done something with a comment. */
    static final Set<SheetAnswer.Kind> SAYS = Set.of(SheetAnswer.Kind.SAID, SheetAnswer.Kind.DONE, SheetAnswer.Kind.NOT_DONE);

    /**
     * A comment as its author wants it.
     *
     * @param place empty for what is said in general
     * @param asked who is to answer it, if anybody, and by when
     * @param before the worst decision code, 1 to 4, that is not to be given while it is open; absent for none
     * @param pictures ids of pictures that go with it
     */
    public record Wanted(Optional<Place> place, String text, @Nullable Long asked, @Nullable LocalDate due, @Nullable Integer before,
            List<Long> pictures) {

        public Wanted {
            pictures = List.copyOf(pictures);
        }

        /** Words at a place, and nothing else. */
        public static Wanted at(Place place, String text) {
            return new Wanted(Optional.of(place), text, null, null, null, List.of());
        }
    }

    private record At(SheetComment row, CommentReading.Seen seen, Comment comment) {
    }

    private final SheetCommentRepository comments;
    private final SheetAnswerRepository answers;
    private final CommentReading reading;
    private final CommentTelling telling;
    private final Pictures pictures;
    private final Projects projects;
    private final Live live;
    private final InstantSource clock;

    Comments(SheetCommentRepository comments, SheetAnswerRepository answers, CommentReading reading, CommentTelling telling,
            Pictures pictures, Projects projects, Live live, InstantSource clock) {
        this.comments = comments;
        this.answers = answers;
        this.reading = reading;
        this.telling = telling;
        this.pictures = pictures;
        this.projects = projects;
        this.live = live;
        this.clock = clock;
    }

    /**
     * Says something of a revision.
     *
     * @param key the author's own name for it: what is sent twice is there once
     * @return its id
     */
    public long say(long passage, String key, Wanted wanted, Actor actor) {
        CommentReading.Seen at = reading.see(passage, actor);
        long author = at.by().person().value();
        Optional<SheetComment> before = comments.findByAuthorIdAndAuthorKey(author, key);
        if (before.isPresent()) {
            return before.get().id();
        }
        if (comments.countByPassageIdAndTakenBackFalse(passage) >= MOST) {
            throw Refused.conflict("too-many-comments", "There are " + MOST + " comments on this revision already.");
        }
        SheetComment row = new SheetComment();
        row.projectId = at.passage().project();
        row.passageId = passage;
        row.authorId = author;
        row.authorKey = key;
        row.side = at.by().side();
        row.madeAt = clock.instant();
        write(row, at, wanted);
        return row.id();
    }

    /** Moves, reshapes or rewords it, or asks somebody else. */
    void change(long id, int version, Wanted wanted, Actor actor) {
        At at = open(id, actor);
        allowed(at, version, at.comment().change(at.seen().by()));
        write(at.row(), at.seen(), wanted);
    }

    private void write(SheetComment row, CommentReading.Seen at, Wanted wanted) {
        wanted.place().flatMap(Place::fault).ifPresent(fault -> {
            throw Refused.invalid("place", fault);
        });
        String text = wanted.text().strip();
        if (text.isEmpty() && wanted.pictures().isEmpty()
                && wanted.place().map(Place::shape).filter(Shape.LENGTH::equals).isEmpty()) {
            throw Refused.invalid("text", "Say something.");
        }
        LocalDate today = projects.today(row.projectId);
        if (wanted.due() != null && (wanted.asked() == null || wanted.due().isBefore(today) && !wanted.due().equals(row.due))) {
            throw Refused.invalid("due", wanted.asked() == null ? "Say who is to answer by then." : "That day is over.");
        }
        if (wanted.due() != null && wanted.due().isAfter(today.plusYears(FARTHEST_YEARS))) {
            throw Refused.invalid("due", "That day is too far off.");
        }
        if (wanted.before() != null && row.side != Side.REVIEWING) {
            throw Refused.invalid("before", "Only the reviewing side says what is needed before a decision.");
        }
        if (wanted.asked() != null) {
            reading.mustRead(at.passage(), row.side, wanted.asked());
        }
        boolean asksAnew = wanted.asked() != null && !wanted.asked().equals(row.askedId);
        row.lies(wanted.place());
        row.text = text;
        row.askedId = wanted.asked();
        row.chased &= Objects.equals(row.due, wanted.due()) && !asksAnew;
        row.due = wanted.due();
        row.beforeCode = wanted.before();
        keep(row, at);
        pictures.put(row, wanted.pictures());
        if (asksAnew) {
            telling.asked(row, at.passage());
        }
    }

    /** Its author takes it back, and may have it again. */
    void takeBack(long id, int version, boolean takenBack, Actor actor) {
        At at = open(id, actor);
        allowed(at, version, at.comment().change(at.seen().by()));
        List<SheetComment> said = takenBack ? comments.findByJoinedInto(id) : List.of();
        // What it was to say, too, is said by itself again, and no more by its words should it come back.
        for (SheetComment free : said) {
            free.drawn = null;
            free.joinedInto = null;
            at.row().drawn = null;
            at.row().drawnText = null;
        }
        at.row().takenBack = takenBack;
        keep(at.row(), at.seen());
    }

    /** Somebody who reads it answers. */
    void answer(long id, int version, SheetAnswer.Kind kind, String text, Actor actor) {
        At at = open(id, actor);
        allowed(at, version, at.comment().answer());
        if (!SAYS.contains(kind)) {
            throw Refused.invalid("kind", "That is not an answer.");
        }
        if (text.isBlank() && kind != SheetAnswer.Kind.DONE) {
            throw Refused.invalid("text", kind == SheetAnswer.Kind.NOT_DONE ? "Say why not." : "Say something.");
        }
        at.row().stage = at.comment().answeredBy(at.seen().by().person());
        note(at, kind, text.strip());
        telling.answered(at.row(), at.seen().passage(), at.seen().by().person().value(), kind, text.strip());
    }

    /** Closes it, or opens it again. */
    void close(long id, int version, boolean closed, Actor actor) {
        At at = open(id, actor);
        allowed(at, version, at.comment().close(at.seen().by(), closed));
        at.row().stage = closed ? Stage.CLOSED : at.comment().openedAgain();
        note(at, closed ? SheetAnswer.Kind.CLOSED : SheetAnswer.Kind.REOPENED, "");
    }

    /** What the lead makes of it before its release; the original is kept. */
    void draw(long id, int version, ReviewAnswer.DrawnAs as, String text, Actor actor) {
        At at = open(id, actor);
        allowed(at, version, at.comment().draw(at.seen().by()));
        if (as == ReviewAnswer.DrawnAs.REWORDED && text.isBlank()) {
            throw Refused.invalid("text", "Say it in other words, or drop it.");
        }
        drawn(at, as, as == ReviewAnswer.DrawnAs.REWORDED ? text.strip() : null, null);
    }

    /**
     * Has the author's firm read two comments of one revision as one, at the place of the other; both originals are kept.
     *
     * @param into what is to say both; not one that was itself joined into another
     * @param text the words for both
     */
    void join(long id, int version, long into, int intoVersion, String text, Actor actor) {
        At one = open(id, actor);
        At other = open(into, actor);
        allowed(one, version, one.comment().draw(one.seen().by()));
        allowed(other, intoVersion, other.comment().draw(other.seen().by()));
        if (id == into || one.row().passageId != other.row().passageId || other.row().takenBack || other.row().joinedInto != null) {
            throw Refused.invalid("into", "It is joined with another comment of the same sheet that is not joined itself.");
        }
        if (text.isBlank()) {
            throw Refused.invalid("text", "Say both in words the author reads.");
        }
        // What was joined into this one goes along, and what it holds back.
        if (one.row().beforeCode != null) {
            other.row().beforeCode = Math.max(one.row().beforeCode, other.row().beforeCode == null ? 0 : other.row().beforeCode);
        }
        comments.findByJoinedInto(id).forEach(earlier -> earlier.joinedInto = into);
        drawn(one, ReviewAnswer.DrawnAs.DROPPED, null, into);
        drawn(other, ReviewAnswer.DrawnAs.REWORDED, text.strip(), null);
    }

    private void drawn(At at, ReviewAnswer.DrawnAs as, @Nullable String words, @Nullable Long joinedInto) {
        if (as != ReviewAnswer.DrawnAs.REWORDED && joinedInto == null && comments.existsByJoinedInto(at.row().id())) {
            throw Refused.conflict("says-another-too", "Another comment was joined with this one, and is said by its words: keep or "
                    + "drop that one by itself first.");
        }
        at.row().drawn = as;
        at.row().drawnText = words;
        at.row().drawnBy = at.seen().by().person().value();
        at.row().joinedInto = joinedInto;
        keep(at.row(), at.seen());
    }

    private At open(long id, Actor actor) {
        SheetComment row = comments.findById(id).orElseThrow(() -> Refused.notFound("comment"));
        CommentReading.Seen seen = reading.see(row.passageId, actor);
        Comment comment = seen.comment(row, answers.existsByCommentIdAndKindIn(id, SAYS));
        if (!comment.readBy(seen.by()) || row.takenBack && row.authorId != seen.by().person().value()) {
            throw Refused.notFound("comment");
        }
        return new At(row, seen, comment);
    }

    /** Refuses what may not be done, or was meant for the comment as it was before somebody else did something with it. */
    private static void allowed(At at, int version, Optional<Refusal> refusal) {
        refusal.ifPresent(why -> {
            throw why == Refusal.NOT_YOURS || why == Refusal.LEAD_DRAWS || why == Refusal.REVIEWERS_CLOSE
                    ? Refused.forbidden(why.sentence()) : Refused.conflict("comment-" + why.name().toLowerCase(java.util.Locale.ROOT)
                    .replace('_', '-'), why.sentence());
        });
        if (at.row().version != version) {
            throw Refused.conflict("changed-meanwhile", "Somebody else has done something with this comment in the meantime; look at it as "
                    + "it is now. What you have written is still here.");
        }
    }

    private void note(At at, SheetAnswer.Kind kind, String text) {
        SheetAnswer answer = new SheetAnswer();
        answer.commentId = at.row().id();
        answer.personId = at.seen().by().person().value();
        answer.kind = kind;
        answer.text = text;
        // What answers the author's firm is for the author's firm.
        answer.inside = at.row().side == Side.REVIEWING && at.seen().by().side() == Side.REVIEWING && !at.seen().released();
        answer.givenAt = clock.instant();
        answers.save(answer);
        keep(at.row(), at.seen());
    }

    private void keep(SheetComment row, CommentReading.Seen at) {
        Instant now = clock.instant();
        row.changedAt = now;
        comments.saveAndFlush(row);
        Passages.PassageView passage = at.passage();
        long firm = passage.from().authorFirm();
        live.changed(new Change(row.projectId, firm, Live.Topic.COMMENT, row.passageId));
        if (row.side == Side.SENDING || at.released()) {
            live.changed(new Change(row.projectId, firm, Live.Topic.PASSAGE, passage.from().submission()).in(passage.from().folder()));
        }
    }
}
