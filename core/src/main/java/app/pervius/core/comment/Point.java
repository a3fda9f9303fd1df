package app.pervius.core.comment;

/**
 * A point of a page, in its default user space (ISO 32000-1, 8.3.2.3): points of 1/72 inch, from the lower left corner to the right and
 * up, whatever way the page is turned to be read. Of a picture a point is a pixel.
 */
public record Point(double x, double y) {

    /** How far another point is, in points. */
    public double to(Point other) {
        return Math.hypot(other.x - x, other.y - y);
    }
}
