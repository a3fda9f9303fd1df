package app.pervius.server.comments;

import app.pervius.core.comment.Side;
import app.pervius.server.access.Actor;
import app.pervius.server.reviews.DrawingTogether;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How many comments of the reviewing side stand on the sheets of a review, for whoever draws them together. */
@Service
@Transactional(readOnly = true)
class ReviewComments {

    /** @param undrawn how many of them nobody has kept, reworded or dropped: they go to the author as they are */
    record OnSheet(long passage, int said, int undrawn) {
    }

    private final SheetCommentRepository comments;
    private final DrawingTogether drawing;

    ReviewComments(SheetCommentRepository comments, DrawingTogether drawing) {
        this.comments = comments;
        this.drawing = drawing;
    }

    /** Those files of a review on which something was said, for the reviewing side. */
    List<OnSheet> of(long review, Actor actor) {
        Map<Long, List<SheetComment>> said = comments
                .findByPassageIdInAndSideAndTakenBackFalse(drawing.passages(review, actor), Side.REVIEWING).stream()
                .collect(Collectors.groupingBy(c -> c.passageId, TreeMap::new, Collectors.toList()));
        return said.entrySet().stream().map(e -> new OnSheet(e.getKey(), e.getValue().size(),
                (int) e.getValue().stream().filter(c -> c.drawn == null).count())).toList();
    }
}
