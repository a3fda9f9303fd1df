package app.pervius.server.setup.sets;

import app.pervius.core.number.Scheme;
import app.pervius.core.project.Code;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.RoleId;
import app.pervius.core.review.Chase;
import app.pervius.core.review.Route;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.RuleSheet;
import app.pervius.core.rules.Untaken;
import app.pervius.server.documents.Sequences;
import app.pervius.server.folders.FirmFolders;
import app.pervius.server.folders.Folders;
import app.pervius.server.numbers.Schemes;
import app.pervius.server.people.Matrices;
import app.pervius.server.people.People;
import app.pervius.server.people.RoleRights;
import app.pervius.server.projects.Projects;
import app.pervius.server.routes.Routes;
import app.pervius.server.rulefile.Naming;
import app.pervius.server.rulefile.RuleFileWriter;
import app.pervius.server.rules.Rules;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A project as a starting set for others. What is of this project's firms and people alone is left out, and the file says so. */
@Component
class SetOfProject {

    private final Projects projects;
    private final People people;
    private final Folders folders;
    private final FirmFolders ofFirms;
    private final Schemes schemes;
    private final Sequences sequences;
    private final Routes routes;
    private final Rules rules;
    private final Matrices matrices;

    SetOfProject(Projects projects, People people, Folders folders, FirmFolders ofFirms, Schemes schemes, Sequences sequences,
            Routes routes, Rules rules,
            Matrices matrices) {
        this.projects = projects;
        this.people = people;
        this.folders = folders;
        this.ofFirms = ofFirms;
        this.schemes = schemes;
        this.sequences = sequences;
        this.routes = routes;
        this.rules = rules;
        this.matrices = matrices;
    }

    /** The file; its first lines say what was left out. */
    @Transactional(readOnly = true)
    public String write(long project) {
        return new Gathering(project).file();
    }

    private final class Gathering {
        private final long project;
        private final Projects.Settings settings;
        private final List<People.RoleView> roles;
        private final Map<Long, Folders.FolderView> kept = new LinkedHashMap<>();
        private final Set<Long> heldByFirms = new java.util.HashSet<>();
        private final List<String> leftOut = new ArrayList<>();

        Gathering(long project) {
            this.project = project;
            this.settings = projects.settings(project);
            this.roles = people.roles(project);
            List<Folders.FolderView> all = folders.all(project).stream().filter(f -> f.parent() != null).toList();
            all.stream().filter(f -> f.firm() == null).forEach(f -> kept.put(f.id(), f));
            all.stream().filter(f -> f.firm() != null && kept.containsKey(f.parent())).forEach(f -> heldByFirms.add(f.parent()));
            kept.values().stream().filter(Folders.FolderView::restricted).forEach(f -> leftOut.add("whom “" + f.path()
                    + "” is restricted to"));
        }

        String file() {
            List<StartingSet.RoleOfSet> its = roles.stream().map(this::role).toList();
            List<StartingSet.FolderOfSet> tree = kept.values().stream().filter(f -> !kept.containsKey(f.parent())).map(this::folder)
                    .toList();
            List<Scheme> numbered = schemes.all(project).stream().filter(s -> keep(s.sources().isEmpty(), "scheme “" + s.name()
                    + "”: parts of its numbers come from lists or other systems")).toList();
            List<Route> reviewed = routes.all(project).stream().filter(r -> keep(named(r).noneMatch(Who.Person.class::isInstance),
                    "route “" + r.name() + "”: it names people")).map(this::route).toList();
            StartingSet set = new StartingSet(settings.name(), "", settings.fields().all().stream().map(this::field).toList(),
                    settings.statusCodes(),
                    settings.decisionCodes().stream().map(this::decided).toList(), Optional.of(settings.workingDays()),
                    Optional.of(sequences.inForce(project)), its, tree, numbered, new StartingSet.Reviewing(Optional.of(
                    matrices.of(project)).filter(m -> !m.cells().isEmpty()).map(m -> m.withRoles(placesOfRoles())), reviewed),
                    StartingSet.Rules.NONE);
            Map<String, Object> sheet = sheet(numbered, reviewed);
            StringBuilder head = new StringBuilder("# What a project begins with, as ").append(settings.code())
                    .append(" has it; docs/starting-sets.md says what may stand here.\n");
            leftOut.forEach(what -> head.append("# Left out: ").append(what.replaceAll("\\p{Cntrl}+", " ")).append(".\n"));
            return head + StartingSetWriter.write(set, sheet);
        }

        /** A field whose codes are the firms takes the codes of other firms elsewhere. */
        private Field field(Field field) {
            boolean firms = field.kind() instanceof FieldKind.CodeList(List<Code> codes) && codes.stream()
                    .allMatch(c -> people.firms(project).stream().anyMatch(f -> f.code().equals(c.code())));
            return keep(!firms, "the codes of “" + field.label() + "”: they are its firms") ? field
                    : new Field(field.key(), field.label(), new FieldKind.Letters(), field.greatestWidth());
        }

        private boolean keep(boolean is, String otherwise) {
            if (!is) {
                leftOut.add(otherwise);
            }
            return is;
        }

        private StartingSet.RoleOfSet role(People.RoleView role) {
            RoleRights may = role.may();
            keep(may.seesFirms().isEmpty(), "the firms whose work “" + role.name() + "” sees");
            return new StartingSet.RoleOfSet(role.name(), new RoleRights(may.controls(), may.seesAll(), Set.of(), may.handsIn(),
                    may.sendsByHand(), may.decides()));
        }

        private StartingSet.FolderOfSet folder(Folders.FolderView folder) {
            Folders.FolderView above = kept.get(folder.parent());
            Map<String, String> inherited = folder.parent() == null ? Map.of() : folders.valuesOf(folder.parent()).byKey();
            Map<String, String> own = new LinkedHashMap<>();
            FieldValues all = folders.valuesOf(folder.id());
            all.byKey().forEach((field, value) -> {
                if (!value.equals(inherited.get(field))) {
                    own.put(field, value);
                }
            });
            List<StartingSet.FolderOfSet> each = StartingSet.ofFirms(ofFirms.in(folder.id()));
            return new StartingSet.FolderOfSet(folder.name(), above != null && above.state() == folder.state() ? Optional.empty()
                    : Optional.of(folder.state()), !each.isEmpty() || heldByFirms.contains(folder.id()), each,
                    settings.archive().filter(a -> a.value() == folder.id()).isPresent(), own,
                    kept.values().stream().filter(f -> Objects.equals(f.parent(), folder.id())).map(this::folder).toList());
        }

        private StartingSet.Decided decided(DecisionCode code) {
            DecisionCode bare = new DecisionCode(code.digit(), code.name(), code.shortText(), code.workMayGoOn(), code.mustComeAgain(),
                    code.commentRequired(), Optional.empty());
            return new StartingSet.Decided(bare, code.placing().filter(to -> keep(kept.containsKey(to.folder().value()),
                    "where “" + code.name() + "” is issued: to a firm's own folder")).map(to -> new StartingSet.IssuedTo(
                    Objects.requireNonNull(kept.get(to.folder().value())).path(), to.statusCode(), to.path())));
        }

        private static Stream<Who> named(Route route) {
            return Stream.concat(route.steps().stream().flatMap(s -> s.who().stream()), route.lead().stream());
        }

        private UnaryOperator<RoleId> placesOfRoles() {
            Map<Long, RoleId> places = new HashMap<>();
            for (int i = 0; i < roles.size(); i++) {
                places.put(roles.get(i).id(), StartingSet.role(i));
            }
            return id -> Objects.requireNonNull(places.get(id.value()));
        }

        /** The route with roles by their places in the set. */
        private Route route(Route r) {
            keep(r.senderFirms().isEmpty() && r.senderPeople().isEmpty(), "the firms and people who may send on “" + r.name() + "”");
            Function<RoleId, RoleId> role = placesOfRoles();
            return new Route(r.key(), r.name(), 1, r.steps().stream().map(s -> new Step(s.name(), s.kind(), s.who().stream()
                    .map(who -> placed(who, role)).toList(), s.needs(), s.drawing(), s.workingDays(), s.when(), s.leads(),
                    new Chase(s.chase().remindBefore(), s.chase().remindAfter(), s.chase().escalateAfter(),
                            s.chase().escalateTo().stream().map(role).toList(), s.chase().silence()))).toList(),
                    r.ownFirmDecides(), r.filesGoAlone(), r.lead().map(who -> placed(who, role)), r.senders().stream().map(role).toList(),
                    List.of(), List.of(), r.completion());
        }

        private static Who placed(Who who, Function<RoleId, RoleId> role) {
            return who instanceof Who.InRole(RoleId id) ? new Who.InRole(role.apply(id)) : who;
        }

        private Map<String, Object> sheet(List<Scheme> numbered, List<Route> reviewed) {
            Map<Long, String> paths = new HashMap<>();
            kept.forEach((id, folder) -> paths.put(id, folder.path()));
            Map<Long, String> names = new HashMap<>();
            roles.forEach(r -> names.put(r.id(), r.name()));
            RuleFileWriter writer = new RuleFileWriter(new Naming(paths, names));
            RuleSheet sheet = rules.sheet(project);
            Handling says = sheet.project().with(untaken(sheet.project().untaken()));
            boolean whole = keep(!strange(writer.sheet(says, List.of())) && there(says.number().scheme(), numbered, Scheme::key)
                    && there(says.review().route(), reviewed, Route::key), "what the project says: it names something that is left out");
            List<Rule> its = sheet.rows().stream().map(RuleSheet.Row::rule).filter(rule -> keep(
                    !strange(writer.sheet(Handling.USUAL, List.of(rule))), "rule “" + rule.name()
                    + "”: it names firms, people or their own folders")).toList();
            return writer.sheet(whole ? says : Handling.USUAL, its);
        }

        private Untaken untaken(Untaken untaken) {
            return new Untaken(untaken.usual(), untaken.folders().stream().filter(said -> keep(kept.containsKey(said.folder().value()),
                    "what becomes of what no rule takes in a firm's own folder")).toList());
        }

        private static <T> boolean there(Optional<String> key, List<T> all, Function<T, String> of) {
            return key.isEmpty() || all.stream().map(of).anyMatch(key.get()::equals);
        }

        /** Whether something in it has no name in a set. */
        private static boolean strange(Object written) {
            return switch (written) {
                case Map<?, ?> map -> strange(map.values());
                case Collection<?> all -> all.stream().anyMatch(Gathering::strange);
                case String text -> text.matches("#\\d{1,18}");
                default -> false;
            };
        }
    }
}
