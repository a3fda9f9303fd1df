package app.pervius.server.numbers;

import app.pervius.core.number.Scheme;
import app.pervius.core.number.SchemeCheck;
import app.pervius.core.number.Sources;
import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.http.Tagged;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.othersystems.OtherSystems;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Json;
import app.pervius.server.tables.Table;
import app.pervius.server.tables.TableReader;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Number schemes as editions, and the lists they take values from. */
@RestController
@RequestMapping("/api/projects/{project}")
class SchemeController {

    private static final String KEY = "[a-z][a-z0-9-]{0,59}";

    private final Schemes schemes;
    private final CounterBook counters;
    private final NumberList lists;
    private final OtherSystems connections;
    private final Projects projects;
    private final People people;
    private final TableReader tables;
    private final Live live;
    private final TransactionTemplate transaction;

    SchemeController(Schemes schemes, CounterBook counters, NumberList lists, OtherSystems connections, Projects projects, People people,
            TableReader tables, Live live, TransactionTemplate transaction) {
        this.schemes = schemes;
        this.counters = counters;
        this.lists = lists;
        this.connections = connections;
        this.projects = projects;
        this.people = people;
        this.tables = tables;
        this.live = live;
        this.transaction = transaction;
    }

    /**
     * A scheme in force.
     *
     * @param needs keys of the project's fields that somebody who takes a number has to say
     */
    record SchemeView(String key, int edition, SchemeForm form, List<NumberSample.SamplePiece> sample, List<String> needs,
            List<CounterBook.CounterView> counters) {
    }

    record SchemeEditionView(int edition, boolean inForce, @Nullable String by, Instant at, SchemeForm form) {
    }

    /** What is wrong with a scheme while it is written, and how its numbers would look if nothing is. */
    record SchemeTried(List<SchemeCheck.Fault> faults, List<NumberSample.SamplePiece> sample) {
    }

    /** A scheme to be put in force after the edition it was written on; 0 for a new one. */
    record SchemeEntry(int after, @Valid @NotNull SchemeForm scheme) {
    }

    /** Something a part from elsewhere can come from, with what people choose it by. */
    record SourceChoice(String from, String word) {
    }

    /**
     * A kind of part from elsewhere.
     *
     * @param word what people choose the kind by
     * @param choices what a part of it can come from; of none there can be no part of it
     * @param otherwise how there come to be more
     */
    record SourceKind(String kind, String word, List<SourceChoice> choices, String otherwise) {
    }

    /** How many values of a list were new. */
    record ListTaken(int added, int values) {
    }

    @Tagged
    @GetMapping("/schemes")
    List<SchemeView> schemes(@PathVariable long project, Actor actor) {
        actor.in(project);
        return schemes.all(project).stream().map(s -> view(project, s, actor)).toList();
    }

    @GetMapping("/schemes/{scheme}/editions")
    List<SchemeEditionView> editions(@PathVariable long project, @PathVariable String scheme, Actor actor) {
        actor.mustControl(project);
        return schemes.editions(project, scheme).stream().map(e -> new SchemeEditionView(e.edition, e.inForce,
                e.putInForceBy == null ? null : people.person(e.putInForceBy).name(), e.madeAt,
                SchemeForm.of(Json.read(e.definition, Scheme.class)))).toList();
    }

    @PostMapping("/schemes/trials")
    SchemeTried tryOut(@PathVariable long project, @Valid @RequestBody SchemeForm form, Actor actor) {
        actor.mustControl(project);
        Scheme scheme = form.scheme("trial");
        List<SchemeCheck.Fault> faults = schemes.faults(project, scheme);
        boolean readable = faults.stream().noneMatch(f -> f.place().equals("pattern") || f.place().equals("sources"));
        return new SchemeTried(faults, readable ? sample(project, scheme, actor) : List.of());
    }

    @Act(kind = ActKind.SETTINGS, says = "put the numbering scheme {scheme} in force")
    @PutMapping("/schemes/{scheme}")
    SchemeView putInForce(@PathVariable long project, @PathVariable @Pattern(regexp = KEY) String scheme,
            @Valid @RequestBody SchemeEntry entry, Actor actor) {
        actor.mustControl(project);
        Scheme inForce = transaction.execute(status -> schemes.putInForce(project, entry.scheme().scheme(scheme), entry.after(),
                actor.person(project)));
        live.changed(new Change(project, null, Live.Topic.NUMBERS, project));
        return view(project, inForce, actor);
    }

    @GetMapping("/number-sources")
    List<SourceKind> sources(@PathVariable long project, Actor actor) {
        actor.mustControl(project);
        return Sources.KINDS.all().stream().map(kind -> switch (kind.key()) {
            case "LIST" -> new SourceKind(kind.key(), kind.word(), lists.all(project).stream().map(list -> new SourceChoice(list.key(),
                    list.name() + ": " + list.free() + " of " + list.values() + " free")).toList(), "Upload a list first");
            case "ASKED" -> new SourceKind(kind.key(), kind.word(), connections.names().stream().map(name -> new SourceChoice(name, name))
                    .toList(), "An administrator sets up connections, under Project");
            default -> throw new IllegalStateException("nobody knows what a " + kind.key() + " can come from");
        }).toList();
    }

    /** Adds the values in the first column of a CSV or XLSX to a list, making the list if there is none. */
    @Act(kind = ActKind.SETTINGS, says = "added to the number list {list}")
    @PutMapping(path = "/number-lists/{list}", consumes = "application/octet-stream")
    ListTaken addToList(@PathVariable long project, @PathVariable @Pattern(regexp = KEY) String list,
            @RequestParam @Size(max = 200) String name,
            HttpServletRequest request, Actor actor) throws IOException {
        actor.mustControl(project);
        Table table = tables.read(request.getInputStream());
        for (Table.Row row : table.rows()) {
            String value = row.cells().getFirst();
            if (value.isEmpty() || value.length() > Scheme.WIDEST_SOURCE || value.indexOf('/') >= 0 || value.indexOf('\\') >= 0) {
                throw Refused.invalid("file", "Row " + row.number() + ", column 1: “" + value + "” is no value of 1 to "
                        + Scheme.WIDEST_SOURCE + " characters without slashes. Nothing was taken.");
            }
        }
        int added = transaction.execute(status -> lists.add(project, list, name, table.rows().stream().map(r -> r.cells().getFirst())
                .toList()));
        live.changed(new Change(project, null, Live.Topic.NUMBERS, project));
        return new ListTaken(added, table.rows().size());
    }

    /** The counters a person may see: all, or where each originator has its own, those of one's firm. */
    private List<CounterBook.CounterView> counters(long project, Scheme scheme, Actor actor) {
        Actor.Membership membership = actor.in(project);
        int originator = scheme.countsPer().indexOf("originator");
        if (membership.controls() || membership.seesAll() || originator < 0) {
            return counters.of(project, scheme);
        }
        String firm = people.firm(actor.firm(project)).code();
        return counters.of(project, scheme).stream().filter(c -> c.combination().split("·", -1)[originator].equals(firm)).toList();
    }

    private SchemeView view(long project, Scheme scheme, Actor actor) {
        var settings = projects.settings(project);
        List<String> needs = scheme.sound(settings.fields()).fieldKeys().stream()
                .filter(key -> settings.fields().find(key).isPresent() && !key.equals("project") && !key.equals("originator")).toList();
        return new SchemeView(scheme.key(), scheme.edition(), SchemeForm.of(scheme), sample(project, scheme, actor), needs,
                counters(project, scheme, actor));
    }

    private List<NumberSample.SamplePiece> sample(long project, Scheme scheme, Actor actor) {
        var settings = projects.settings(project);
        LocalDate today = projects.today(project);
        CounterBook.NextSample next = counters.sample(project, scheme, people.firm(actor.firm(project)).code(), today);
        return NumberSample.of(scheme, settings.fields(), next.values(), today, next.value());
    }
}
