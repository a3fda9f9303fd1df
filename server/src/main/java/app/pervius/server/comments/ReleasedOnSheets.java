package app.pervius.server.comments;

import app.pervius.core.comment.Side;
import app.pervius.core.comment.Stage;
import app.pervius.core.review.Drawn;
import app.pervius.server.passages.Passages;
import app.pervius.server.reviews.OnSheets;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

@Component
class ReleasedOnSheets implements OnSheets {

    private final SheetCommentRepository comments;
    private final Passages passages;

    ReleasedOnSheets(SheetCommentRepository comments, Passages passages) {
        this.comments = comments;
        this.passages = passages;
    }

    @Override
    public int released(long passage) {
        return (int) comments.findByPassageIdInAndSideAndTakenBackFalse(List.of(passage), Side.REVIEWING).stream()
                .filter(c -> !(c.asDrawn() instanceof Drawn.Dropped)).count();
    }

    @Override
    public Map<Long, Integer> neededBefore(long project, Collection<Long> of, int code) {
        Map<Long, Long> open = comments.findByProjectIdAndBeforeCodeGreaterThanEqualAndStageNotAndTakenBackFalse(project, code,
                Stage.CLOSED).stream().filter(c -> !(c.asDrawn() instanceof Drawn.Dropped))
                .collect(Collectors.groupingBy(c -> c.passageId, Collectors.counting()));
        Map<Long, Integer> needed = new LinkedHashMap<>();
        if (!open.isEmpty()) {
            for (long passage : of) {
                long count = Stream.concat(Stream.of(passage), passages.before(passage).stream().map(Passages.PassageView::id))
                        .mapToLong(p -> open.getOrDefault(p, 0L)).sum();
                if (count > 0) {
                    needed.put(passage, (int) count);
                }
            }
        }
        return needed;
    }
}
