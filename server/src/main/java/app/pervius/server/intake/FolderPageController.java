package app.pervius.server.intake;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.identify.Checks;
import app.pervius.core.issue.Target;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.server.access.Actor;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.http.Page;
import app.pervius.server.numbers.Schemes;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.RouteWords;
import app.pervius.server.reviews.Routes;
import app.pervius.server.rules.Rules;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** A folder with what lies in it, where each file is on its way, and in words what happens to a file put there. */
@RestController
class FolderPageController {

    private final Folders folders;
    private final Files files;
    private final Passages passages;
    private final Rules rules;
    private final Schemes schemes;
    private final Routes routes;
    private final RouteWords routeWords;
    private final People people;
    private final Projects projects;

    FolderPageController(Folders folders, Files files, Passages passages, Rules rules, Schemes schemes, Routes routes, RouteWords routeWords, People people,
            Projects projects) {
        this.folders = folders;
        this.files = files;
        this.passages = passages;
        this.rules = rules;
        this.schemes = schemes;
        this.routes = routes;
        this.routeWords = routeWords;
        this.people = people;
        this.projects = projects;
    }

    /** A file with its passage, if it is or was on one. */
    record FileRow(Files.FileView file, String addedBy, Passages.@Nullable PassageView passage) {
    }

    /** A rule that stands on the folder, and what it does, sentence by sentence. */
    record RuleInWords(long id, String name, int edition, List<String> sentences) {
    }

    record FolderPage(Folders.FolderView folder, boolean mayDrop, boolean maySend, List<RuleInWords> rules, Page<FileRow> files) {
    }

    @GetMapping("/api/folders/{id}")
    FolderPage folder(@PathVariable long id, @RequestParam(required = false) @Nullable String after, Actor actor) {
        Folders.FolderView folder = folders.visible(id, actor);
        List<RuleInWords> standing = rules.sheet(folder.project()).standingOn(folders.pathUp(id)).stream()
                .map(row -> inWords(folder.project(), row)).toList();
        Page<Files.FileView> page = Page.of(files.present(id, Page.after(after, 0), Page.SIZE + 1), Files.FileView::id, Function.identity());
        return new FolderPage(folder, folders.mayDrop(actor, folder), routes.maySend(folder.project(), actor), standing, new Page<>(rows(page.items(), folder, actor), page.next()));
    }

    private List<FileRow> rows(List<Files.FileView> found, Folders.FolderView folder, Actor actor) {
        Map<Long, Passages.PassageView> byId = passages.passages(found.stream().map(Files.FileView::passage).filter(Objects::nonNull)
                .collect(Collectors.toSet())).stream().filter(p -> actor.maySee(folder.project(), p.authorFirm()))
                .collect(Collectors.toMap(Passages.PassageView::id, Function.identity()));
        Map<Long, People.PersonView> adders = people.persons(found.stream().map(Files.FileView::addedBy).collect(Collectors.toSet()));
        return found.stream().map(f -> new FileRow(f, adders.get(f.addedBy()).name(),
                f.passage() == null ? null : byId.get(f.passage()))).toList();
    }

    private RuleInWords inWords(long project, RuleSheet.Row row) {
        HandlingRule rule = row.rule();
        List<String> sentences = new ArrayList<>();
        sentences.add("Takes " + what(rule) + from(rule) + ".");
        if (!rule.namePatterns().isEmpty()) {
            sentences.add("Reads the name as " + String.join(", or else as ", rule.namePatterns()) + ".");
        }
        checks(rule.checks(), sentences);
        rule.scheme().flatMap(key -> schemes.inForce(project, key)).ifPresent(s -> sentences.add("Numbers by " + s.name() + ": " + s.pattern() + "."));
        rule.route().flatMap(key -> routes.inForce(project, key)).ifPresent(r -> sentences.add("Goes to review on route " + r.name() + ": "
                + routeWords.steps(project, r) + "."));
        projects.settings(project).decisionCodes().forEach(code -> {
            Target target = rule.issue().byCode().get(code.digit());
            Target place = target instanceof Target.AsProject && code.placing().isPresent()
                    ? new Target.Place(code.placing().get().folder(), code.placing().get().statusCode(), code.placing().get().path()) : target;
            if (place instanceof Target.Place(var folder, String status, String path)) {
                sentences.add(code.digit() + " " + code.name() + ": placed in "
                        + folders.find(folder.value()).map(Folders.FolderView::path).orElse("a folder that is gone") + (path.isEmpty() ? "" : " / " + path.replace("/", " / ")) + " as " + status + ".");
            } else if (place != null) {
                sentences.add(code.digit() + " " + code.name() + ": back to the author.");
            }
        });
        return new RuleInWords(row.ruleId(), rule.name(), row.edition(), sentences);
    }

    private static void checks(Checks checks, List<String> sentences) {
        returns(checks.unknownNumber(), "a number nobody was given", "is taken as a new document", sentences);
        returns(checks.wrongOriginator(), "another firm's number", "is taken all the same", sentences);
        returns(checks.outOfSequence(), "a revision that leaves codes out", "is taken as its name says", sentences);
        returns(checks.onItsWay(), "a number whose earlier revision is still on its way", "waits for that to end", sentences);
    }

    private static void returns(Checks.Then then, String what, String goingOn, List<String> sentences) {
        switch (then) {
            case STOP -> { }
            case RETURN -> sentences.add("A file with " + what + " goes back to its author.");
            case GO_ON -> sentences.add("A file with " + what + " " + goingOn + ".");
        }
    }

    private static String what(HandlingRule rule) {
        return rule.which().formats().isEmpty() ? "every file"
                : rule.which().formats().stream().sorted().map(FileFormat::label).collect(Collectors.joining(" or ")) + " files";
    }

    private String from(HandlingRule rule) {
        List<String> names = new ArrayList<>();
        rule.which().firms().stream().map(FirmId::value).sorted().forEach(id -> names.add(people.firm(id).name()));
        rule.which().people().stream().map(PersonId::value).sorted().forEach(id -> names.add(people.person(id).name()));
        return names.isEmpty() ? "" : " from " + String.join(" or ", names);
    }
}
