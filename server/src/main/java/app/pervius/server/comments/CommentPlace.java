package app.pervius.server.comments;

import app.pervius.core.comment.Place;
import app.pervius.core.comment.Point;
import app.pervius.core.comment.Shape;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A place on a page as the calls have it: points of 1/72 inch from the page's lower left corner, up and to the right, however it is turned.
 *
 * @param page 1-based
 * @param perPoint metres of the real thing that one point is; only for a length
 */
record CommentPlace(int page, @NotNull Shape shape, @NotNull @Size(max = 2000) List<@NotNull Point> points, @Nullable Double perPoint) {

    static CommentPlace of(Place place) {
        return new CommentPlace(place.page(), place.shape(), place.points(), place.perPoint().orElse(null));
    }

    Place place() {
        return new Place(page, shape, points, Optional.ofNullable(perPoint));
    }
}
