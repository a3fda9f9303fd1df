package app.pervius.server.rules;

import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Folders;
import app.pervius.server.http.Page;
import app.pervius.server.refused.Refused;
import app.pervius.server.passages.Submissions;
import app.pervius.server.rules.watching.WatchRuns;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What watching rules told of, for those who look after them. */
@RestController
class WatchRunController {

    private final RuleRepository rules;
    private final SheetBook book;
    private final RuleRights rights;
    private final WatchRuns runs;
    private final Submissions submissions;
    private final Folders folders;

    WatchRunController(RuleRepository rules, SheetBook book, RuleRights rights, WatchRuns runs, Submissions submissions, Folders folders) {
        this.rules = rules;
        this.book = book;
        this.rights = rights;
        this.runs = runs;
        this.submissions = submissions;
        this.folders = folders;
    }

    /**
     * What a watching rule did; {@code reference} is the submission's, {@code folderPath} where it arrived, {@code copied} what it copied
     * where, or why not.
     */
    record WatchedRow(long id, String reference, @Nullable Long passage, long folder, String folderPath, String what, Occasion occasion,
            int told, @Nullable String copied, boolean failed, Instant at) {
    }

    /** What a watching rule did, the newest first. */
    @GetMapping("/api/rules/{id}/watched")
    @Transactional(readOnly = true)
    public Page<WatchedRow> watched(@PathVariable long id, @RequestParam(required = false) @Nullable String after, Actor actor) {
        RuleRow row = rules.findById(id).orElseThrow(() -> Refused.notFound("rule"));
        rights.mustReach(row.projectId, actor);
        rights.must(row.projectId, actor, row.drafted().or(() -> Optional.ofNullable(book.rules(book.now(row.projectId)).get(id)))
                .orElseThrow(() -> Refused.notFound("rule")));
        return Page.of(runs.of(id, Page.after(after, Long.MAX_VALUE), Page.SIZE + 1), WatchRuns.Run::id,
                r -> new WatchedRow(r.id(), submissions.reference(r.submission()), r.passage(),
                r.folder(), folders.find(r.folder()).map(Folders.FolderView::path).orElse("a folder that is gone"), r.what(), r.occasion(),
                r.told(), r.copied(), r.failed(), r.at()));
    }
}
