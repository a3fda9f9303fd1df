package app.pervius.server.comments;

import app.pervius.server.access.Actor;
import app.pervius.server.content.ContentStore;
import app.pervius.server.content.MediaTypes;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Portions;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.time.Duration;
import java.time.InstantSource;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.MemoryCacheImageInputStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Pictures in comments: read by whoever reads the comment, and by who gave them while no comment has them. */
@Service
class Pictures {

    static final int MOST_OF_ONE = 10;
    /** How many somebody may have given without saying anything with them. */
    private static final int MOST_UNSAID = 100;
    /** After so long one that nothing was said with is let go. */
    private static final Duration UNSAID_FOR = Duration.ofDays(30);
    private static final int LARGEST = 10 << 20;
    private static final long MOST_PIXELS = 40_000_000;
    private static final Map<String, String> READ = Map.of("image/png", "png", "image/jpeg", "jpeg");

    /** How large it is, in pixels. */
    record PictureSize(int width, int height) {
    }

    /** Where its bytes lie, and what they are. */
    record Found(Path file, String mediaType, String hash) {
    }

    private final CommentPictureRepository pictures;
    private final SheetCommentRepository comments;
    private final CommentReading reading;
    private final ContentStore contents;
    private final MediaTypes types;
    private final TransactionTemplate transaction;
    private final InstantSource clock;

    Pictures(CommentPictureRepository pictures, SheetCommentRepository comments, CommentReading reading, ContentStore contents,
            MediaTypes types, TransactionTemplate transaction, InstantSource clock) {
        this.pictures = pictures;
        this.comments = comments;
        this.reading = reading;
        this.contents = contents;
        this.types = types;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** Keeps a PNG or JPEG for a comment that is going to be said of a revision; its id. */
    long keep(long passage, InputStream bytes, Actor actor) throws IOException {
        long person = giver(passage, actor);
        byte[] all = bytes.readNBytes(LARGEST + 1);
        if (all.length > LARGEST) {
            throw Refused.tooLarge("A picture in a comment has at most " + (LARGEST >> 20) + " MB.");
        }
        // Looked at before it is kept: what is refused takes no room on the disk.
        String type = types.tell(all, "picture");
        PictureSize size = size(new ByteArrayInputStream(all), type);
        ContentStore.Kept kept = contents.keep(new ByteArrayInputStream(all), LARGEST);
        CommentPicture row = new CommentPicture();
        row.passageId = passage;
        row.personId = person;
        row.hash = kept.hash();
        row.size = kept.size();
        row.mediaType = type;
        row.width = size.width();
        row.height = size.height();
        row.givenAt = clock.instant();
        transaction.executeWithoutResult(t -> pictures.save(row));
        return row.id();
    }

    private long giver(long passage, Actor actor) {
        return Objects.requireNonNull(transaction.execute(t -> {
            long by = reading.see(passage, actor).by().person().value();
            pictures.deleteByPersonIdAndCommentIdIsNullAndGivenAtBefore(by, clock.instant().minus(UNSAID_FOR));
            if (pictures.countByPersonIdAndCommentIdIsNull(by) >= MOST_UNSAID) {
                throw Refused.conflict("too-many-pictures", "There are " + MOST_UNSAID
                        + " pictures of yours already that are in no comment; each is let go " + UNSAID_FOR.toDays()
                        + " days after it was given.");
            }
            return by;
        }));
    }

    /** What its first bytes say, before anybody unpacks it. */
    static PictureSize size(InputStream picture, String type) throws IOException {
        String format = READ.get(type);
        if (format == null) {
            throw Refused.invalid("picture", "A picture in a comment is a PNG or a JPEG.");
        }
        ImageReader reader = ImageIO.getImageReadersByFormatName(format).next();
        try (ImageInputStream in = new MemoryCacheImageInputStream(picture)) {
            reader.setInput(in, true, true);
            PictureSize size = new PictureSize(reader.getWidth(0), reader.getHeight(0));
            if ((long) size.width() * size.height() > MOST_PIXELS) {
                throw Refused.invalid("picture", "It has " + size.width() + " × " + size.height() + " pixels; that is too large.");
            }
            return size;
        } catch (IOException | IllegalArgumentException | IndexOutOfBoundsException e) {
            throw Refused.invalid("picture", "This picture is broken.");
        } finally {
            reader.dispose();
        }
    }

    /** A picture the actor may see. */
    Found find(long id, Actor actor) {
        return Objects.requireNonNull(transaction.execute(t -> {
            CommentPicture picture = pictures.findById(id).orElseThrow(() -> Refused.notFound("picture"));
            CommentReading.Seen seen = reading.see(picture.passageId, actor);
            boolean own = picture.personId == seen.by().person().value();
            boolean readable = picture.commentId == null ? own : comments.findById(picture.commentId)
                    .filter(row -> !row.takenBack || own).filter(row -> seen.comment(row, false).readBy(seen.by())).isPresent();
            if (!readable) {
                throw Refused.notFound("picture");
            }
            return new Found(contents.path(picture.hash), picture.mediaType, picture.hash);
        }));
    }

    /** The pictures of comments, by comment. */
    Map<Long, List<CommentPicture>> of(Collection<Long> ids) {
        return ids.isEmpty() ? Map.of() : pictures.findByCommentIdInOrderById(ids).stream()
                .collect(Collectors.groupingBy(p -> Objects.requireNonNull(p.commentId)));
    }

    /** Has a comment have these pictures and no others; what it no longer has is its giver's again. */
    void put(SheetComment row, List<Long> wanted) {
        Set<Long> ids = new HashSet<>(wanted);
        pictures.findByCommentIdInOrderById(List.of(row.id())).stream().filter(p -> !ids.remove(p.id()))
                .forEach(p -> p.commentId = null);
        List<CommentPicture> fresh = Portions.of(ids, pictures::findAllById).stream()
                .filter(p -> p.commentId == null && p.personId == row.authorId && p.passageId == row.passageId).toList();
        if (fresh.size() < ids.size()) {
            throw Refused.invalid("pictures", "A picture of it is not there any more; paste it again.");
        }
        fresh.forEach(p -> p.commentId = row.id());
    }
}
