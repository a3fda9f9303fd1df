package app.pervius.server.comments;

import app.pervius.server.access.Actor;
import app.pervius.server.comments.CommentViews.CommentView;
import app.pervius.server.folders.Folders;
import app.pervius.server.passages.Passages;
import app.pervius.server.refused.Refused;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The comments of several revisions, or of all that came into a folder, line by line. */
@Service
@Transactional(readOnly = true)
class CommentLines {

    private static final int MOST_PASSAGES = 1000;

    /**
     * Whose comments are asked for: of these revisions, or where there are none of all that came into a folder or below it.
     *
     * @param folder a package's own, or any
     */
    record Of(Collection<Long> passages, @Nullable Long folder) {
    }

    /**
     * A comment and what it was said of.
     *
     * @param number of the document, or its file's name while it has none
     */
    record CommentLine(String number, String title, CommentView comment) {
    }

    private final CommentViews views;
    private final SheetCommentRepository comments;
    private final Passages passages;
    private final Folders folders;

    CommentLines(CommentViews views, SheetCommentRepository comments, Passages passages, Folders folders) {
        this.views = views;
        this.comments = comments;
        this.passages = passages;
        this.folders = folders;
    }

    /** As far as the actor reads them, each once, with what is still open of earlier revisions. */
    List<CommentLine> of(long project, Of of, Actor actor) {
        List<CommentLine> lines = new ArrayList<>();
        Set<Long> seen = new HashSet<>();
        for (Passages.PassageView passage : asked(project, of, actor)) {
            String number = passage.names().number() == null ? passage.fileRead().name() : passage.names().number();
            views.of(passage.id(), actor).stream().filter(c -> seen.add(c.id()))
                    .forEach(c -> lines.add(new CommentLine(number, passage.names().title(), c)));
        }
        return lines;
    }

    private List<Passages.PassageView> asked(long project, Of of, Actor actor) {
        Collection<Long> ids = of.passages().isEmpty() ? below(project, of.folder(), actor) : of.passages();
        if (ids.size() > MOST_PASSAGES) {
            throw Refused.invalid("passages", "A comment sheet is of at most " + MOST_PASSAGES + " revisions, not " + ids.size() + ".");
        }
        List<Passages.PassageView> asked = passages.passages(ids);
        if (asked.stream().anyMatch(p -> p.project() != project)) {
            throw Refused.notFound("passage");
        }
        // Of a folder what one may not see is left out; what was named is refused.
        return of.passages().isEmpty() ? asked.stream().filter(p -> actor.maySee(project, p.from().authorFirm())).toList() : asked;
    }

    private Set<Long> below(long project, @Nullable Long folder, Actor actor) {
        if (folder == null) {
            throw Refused.invalid("passages", "Say of which revisions, or of which folder.");
        }
        if (folders.visible(folder, actor).project() != project) {
            throw Refused.notFound("folder");
        }
        Set<Long> within = new HashSet<>(passages.arrivedIn(folders.withBelow(folder)));
        within.retainAll(comments.commented(project));
        return within;
    }
}
