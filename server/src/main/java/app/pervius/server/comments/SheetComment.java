package app.pervius.server.comments;

import app.pervius.core.comment.Place;
import app.pervius.core.comment.Point;
import app.pervius.core.comment.Shape;
import app.pervius.core.comment.Side;
import app.pervius.core.comment.Stage;
import app.pervius.core.review.Drawn;
import app.pervius.server.reviews.ReviewAnswer;
import app.pervius.server.store.Json;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.type.TypeReference;

/** What somebody said of a revision. */
@Entity
class SheetComment extends Row {
    long projectId;
    long passageId;
    long authorId;
    String authorKey = "";
    @Enumerated(EnumType.STRING)
    Side side = Side.REVIEWING;
    /** Absent, as shape and points, for what is said in general. */
    @Nullable Integer page;
    @Enumerated(EnumType.STRING)
    @Nullable Shape shape;
    @Nullable String points;
    @Nullable Double perPoint;
    String text = "";
    @Enumerated(EnumType.STRING)
    Stage stage = Stage.OPEN;
    @Enumerated(EnumType.STRING)
    ReviewAnswer.@Nullable DrawnAs drawn;
    @Nullable String drawnText;
    @Nullable Long drawnBy;
    /** The comment whose words say this, too; the author's firm reads that one alone. */
    @Nullable Long joinedInto;
    /** Who is to answer it, and by when. */
    @Nullable Long askedId;
    @Nullable LocalDate due;
    /** The worst decision that is not to be given while this is open. */
    @Nullable Integer beforeCode;
    /** Whoever was to answer was told that it is late. */
    boolean chased;
    Instant madeAt = Instant.EPOCH;
    Instant changedAt = Instant.EPOCH;
    /** Its author has taken it back, and may have it again. */
    boolean takenBack;
    @Version
    int version;

    Optional<Place> place() {
        return page == null ? Optional.empty() : Optional.of(new Place(page, Objects.requireNonNull(shape),
                Json.read(Objects.requireNonNull(points), new TypeReference<List<Point>>() { }), Optional.ofNullable(perPoint)));
    }

    /** Kept to a thousandth of a point. */
    private static Point rounded(Point p) {
        return new Point(Math.round(p.x() * 1000) / 1000.0, Math.round(p.y() * 1000) / 1000.0);
    }

    void lies(Optional<Place> place) {
        page = place.map(Place::page).orElse(null);
        shape = place.map(Place::shape).orElse(null);
        points = place.map(p -> Json.write(p.points().stream().map(SheetComment::rounded).toList())).orElse(null);
        perPoint = place.flatMap(Place::perPoint).orElse(null);
    }

    Drawn asDrawn() {
        return ReviewAnswer.DrawnAs.drawn(drawn, drawnText);
    }
}
