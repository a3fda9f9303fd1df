package app.pervius.core.comment;

import java.util.List;
import java.util.Optional;

/**
 * A place on a page.
 *
 * @param page 1-based
 * @param perPoint how many metres of the real thing one point of the page is, where a scale was given; only for a {@link Shape#LENGTH}
 */
public record Place(int page, Shape shape, List<Point> points, Optional<Double> perPoint) {

    /** No page is larger: 14,400 points are what PDF readers take, strips of 200 m have some 570,000. */
    private static final double FARTHEST = 1_000_000;
    private static final int MOST_PAGES = 100_000;

    public Place {
        points = List.copyOf(points);
    }

    /** What is wrong with it, as a sentence; empty if nothing is. */
    public Optional<String> fault() {
        if (page < 1 || page > MOST_PAGES) {
            return Optional.of("There is no page " + page + ".");
        }
        if (points.size() < shape.least() || points.size() > shape.most()) {
            return Optional.of("A mark of this sort has " + (shape.least() == shape.most() ? String.valueOf(shape.least())
                    : shape.least() + " to " + shape.most()) + " points, not " + points.size() + ".");
        }
        if (points.stream().anyMatch(p -> !(Math.abs(p.x()) <= FARTHEST && Math.abs(p.y()) <= FARTHEST))) {
            return Optional.of("The place is on no page.");
        }
        if (perPoint.isPresent() && (shape != Shape.LENGTH || !(perPoint.get() > 0 && perPoint.get() <= FARTHEST))) {
            return Optional.of("Only a length has a scale, and it is more than nothing.");
        }
        return Optional.empty();
    }

    /** The length of the real thing in metres; empty for what is no length or has no scale. */
    public Optional<Double> metres() {
        return perPoint.map(scale -> scale * points.getFirst().to(points.getLast()));
    }
}
