package app.pervius.server.intake;

import app.pervius.core.project.RoleId;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.WatchingRule;
import app.pervius.server.access.Actor;
import app.pervius.server.copies.kept.KeptCopies;
import app.pervius.server.documents.Documents;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.http.Page;
import app.pervius.server.http.Tagged;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.routes.Routes;
import app.pervius.server.rules.Rules;
import app.pervius.server.rules.words.RuleWords;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** A folder with what lies in it, where each file is on its way, and in words what happens to a file put there. */
@RestController
class FolderPageController {

    private static final int MOST_TRACES = 100;

    private final Folders folders;
    private final Files files;
    private final KeptCopies copies;
    private final Passages passages;
    private final Documents documents;
    private final Rules rules;
    private final RuleWords words;
    private final Routes routes;
    private final People people;

    FolderPageController(Folders folders, Files files, KeptCopies copies, Passages passages, Documents documents, Rules rules,
            RuleWords words, Routes routes, People people) {
        this.copies = copies;
        this.folders = folders;
        this.files = files;
        this.passages = passages;
        this.documents = documents;
        this.rules = rules;
        this.words = words;
        this.routes = routes;
        this.people = people;
    }

    /**
     * A file with its passage, if it is or was on one, and the document it is of, placed or not.
     *
     * @param copyOf the name of the file it is the PDF of, where it lies here as such
     */
    record FileRow(Files.FileView file, String addedBy, Passages.@Nullable PassageView passage, Documents.@Nullable OfFile document,
            @Nullable String copyOf) {
    }

    /** A rule that stands on the folder, and what it does, station by station; {@code watches}: it takes no file and goes beside. */
    record RuleInWords(long id, String name, int edition, boolean watches, RuleWords.Sentences says) {
    }

    /**
     * The trace of a file that went elsewhere: when, with whom, and where to; {@code folder} is absent where whoever asks may not see that.
     */
    record Trace(String name, @Nullable Long folder, @Nullable String path, Instant at, String by) {
    }

    /**
     * Who may put files into a folder, in words, for those who may not and for controllers.
     *
     * @param who firms and roles; empty where nobody but document control may
     * @param ask who may change it
     */
    record HandInView(List<String> who, List<String> ask) {
    }

    /**
     * A folder.
     *
     * @param sheet the edition of the rule sheet that says what happens here
     * @param handIn absent where nothing is handed in by anybody
     * @param untaken what becomes of what no rule takes, behind “is”; absent where no rule takes anything
     * @param asks the keys of fields its rules ask for
     * @param traces the last 100 files that went elsewhere from here, the last first
     */
    record FolderPage(Folders.FolderView folder, int sheet, boolean mayDrop, @Nullable HandInView handIn, boolean maySend,
            List<RuleInWords> rules, @Nullable String untaken, List<String> asks, Page<FileRow> files, List<Trace> traces) {
    }

    @Tagged
    @GetMapping("/api/folders/{id}")
    FolderPage folder(@PathVariable long id, @RequestParam(required = false) @Nullable String after, Actor actor) {
        Folders.FolderView folder = folders.visible(id, actor);
        RuleSheet sheet = rules.sheet(folder.project());
        List<RuleInWords> standing = sheet.standingOn(folders.pathUp(id)).stream()
                .map(row -> new RuleInWords(row.ruleId(), row.rule().name(), row.edition(), row.rule() instanceof WatchingRule,
                        words.whole(folder.project(), row.rule(), sheet.project()))).toList();
        List<String> asks = sheet.standingOn(folders.pathUp(id)).stream().filter(row -> row.rule() instanceof HandlingRule)
                .flatMap(row -> sheet.handling((HandlingRule) row.rule()).identify().asks().stream()).distinct().toList();
        Page<Files.FileView> page = Page.of(files.present(id, Page.after(after, 0), Page.SIZE + 1), Files.FileView::id,
                Function.identity());
        return new FolderPage(folder, sheet.edition(), folders.mayDrop(actor, folder), handIn(folder),
                routes.maySend(folder.project(), actor), standing, sheet.intake(folders.pathUp(id))
                ? sheet.project().untaken().in(folders.pathUp(id)).phrase() : null, asks,
                new Page<>(rows(page.items(), folder, actor), page.next()),
                after == null ? traces(id, actor) : List.of());
    }

    private @Nullable HandInView handIn(Folders.FolderView folder) {
        return folders.droppers(folder.id()).map(d -> new HandInView(Stream.concat(d.firms().stream().map(f -> people.firm(f).name()),
                d.roles().stream().map(r -> people.roleName(new RoleId(r)))).toList(),
                people.controllers(folder.project()).stream().map(People.PersonView::name).toList())).orElse(null);
    }

    private List<Trace> traces(long folder, Actor actor) {
        return files.gone(folder, MOST_TRACES).stream().map(gone -> {
            Optional<Folders.FolderView> there = folders.find(gone.is().folder()).filter(f -> folders.maySee(actor, f));
            return new Trace(gone.was().name(), there.map(Folders.FolderView::id).orElse(null), there.map(Folders.FolderView::path)
                    .orElse(null), gone.is().addedAt(),
                    people.person(gone.is().addedBy()).name());
        }).toList();
    }

    private List<FileRow> rows(List<Files.FileView> found, Folders.FolderView folder, Actor actor) {
        Map<Long, Passages.PassageView> byId = passages.passages(found.stream().map(Files.FileView::passage).filter(Objects::nonNull)
                .collect(Collectors.toSet())).stream().filter(p -> actor.maySee(folder.project(), p.from().authorFirm()))
                .collect(Collectors.toMap(Passages.PassageView::id, Function.identity()));
        Map<Long, People.PersonView> adders = people.persons(found.stream().map(Files.FileView::addedBy).collect(Collectors.toSet()));
        Map<Long, Documents.OfFile> its = documents.ofFiles(found.stream().map(Files.FileView::id).toList());
        Map<Long, String> copyOf = copies.sources(found.stream().map(Files.FileView::id).toList());
        return found.stream().map(f -> new FileRow(f, Objects.requireNonNull(adders.get(f.addedBy())).name(),
                f.passage() == null ? null : byId.get(f.passage()), its.get(f.id()), copyOf.get(f.id()))).toList();
    }
}
