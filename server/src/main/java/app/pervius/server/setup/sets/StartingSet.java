package app.pervius.server.setup.sets;

import app.pervius.core.number.Scheme;
import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.project.Code;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.Fields;
import app.pervius.core.project.InformationState;
import app.pervius.core.project.RoleId;
import app.pervius.core.project.StatusCode;
import app.pervius.core.register.RevisionSequences;
import app.pervius.core.review.Matrix;
import app.pervius.core.review.Route;
import app.pervius.server.folders.FirmFolders;
import app.pervius.server.people.RoleRights;
import app.pervius.server.projects.WorkingDays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a project begins with. Roles are meant by their place in {@code roles}, folders by their paths, since neither exists yet.
 *
 * @param about what it is for, in a sentence or two
 * @param days its working days; the usual ones where empty
 * @param sequences its revision sequences; the usual ones where empty
 * @param reviewing with {@link #role} for roles
 */
public record StartingSet(String name, String about, List<Field> fields, List<StatusCode> statusCodes, List<Decided> decisions,
        Optional<WorkingDays> days, Optional<RevisionSequences> sequences, List<RoleOfSet> roles, List<FolderOfSet> folders,
        List<Scheme> schemes, Reviewing reviewing, Rules rules) {

    /** Its routes, and its distribution matrix; empty where nobody is meant by it. */
    public record Reviewing(Optional<Matrix> matrix, List<Route> routes) {
        public Reviewing {
            routes = List.copyOf(routes);
        }
    }

    /**
     * Its rule sheet.
     *
     * @param file the file it is read of once the folders and roles exist; empty without one
     * @param names how its last handling rule that reads names by one pattern reads them; absent where none does
     * @param asInFile whether that is as the file says it
     */
    public record Rules(String file, Optional<String> names, boolean asInFile) {
        static final Rules NONE = new Rules("", Optional.empty(), true);

        private Rules reading(String otherwise) {
            return new Rules(file, Optional.of(otherwise), false);
        }
    }

    /** A decision code, and where what is decided so is issued. */
    public record Decided(DecisionCode code, Optional<IssuedTo> to) {
    }

    /** A folder by its path, the status code, and the path below it. */
    public record IssuedTo(String folder, String status, String path) {
    }

    public record RoleOfSet(String name, RoleRights may) {
    }

    /**
     * A folder.
     *
     * @param state absent for that of the folder above
     * @param firms whether each firm gets a folder of its own in it
     * @param each what lies in each firm's own
     * @param archive whether former revisions go to it
     */
    public record FolderOfSet(String name, Optional<InformationState> state, boolean firms, List<FolderOfSet> each,
            boolean archive, Map<String, String> values, List<FolderOfSet> folders) {
    }

    /** What each firm gets, as folders take it. */
    static List<FirmFolders.ForFirm> forFirms(List<FolderOfSet> each) {
        return each.stream().map(f -> new FirmFolders.ForFirm(f.name(), f.values(), forFirms(f.folders()))).toList();
    }

    /** The other way round. */
    static List<FolderOfSet> ofFirms(List<FirmFolders.ForFirm> each) {
        return each.stream().map(f -> new FolderOfSet(f.name(), Optional.empty(), false, List.of(), false, f.values(),
                ofFirms(f.folders()))).toList();
    }

    /** What the role at this place is called in routes, until it exists. */
    static RoleId role(int place) {
        return new RoleId(place + 1L);
    }

    static int place(RoleId role) {
        return (int) role.value() - 1;
    }

    /**
     * The same with these codes for fields, and another pattern for the numbers of its first scheme.
     *
     * @param names how names of files are read then; where absent by what the numbers need
     */
    public StartingSet with(Map<String, List<Code>> codes, Optional<String> pattern, Optional<String> names) {
        List<Field> own = fields.stream().map(f -> codes.containsKey(f.key())
                ? new Field(f.key(), f.label(), new FieldKind.CodeList(List.copyOf(codes.get(f.key()))), width(f, codes.get(f.key()))) : f)
                .toList();
        List<Scheme> numbered = pattern.isEmpty() || schemes.isEmpty() ? schemes : java.util.stream.IntStream.range(0, schemes.size())
                .mapToObj(i -> i == 0 ? withPattern(schemes.getFirst(), pattern.get(), own) : schemes.get(i)).toList();
        Rules read = rules.names().filter(ofTheSet -> names.isPresent() || pattern.isPresent() || !codes.isEmpty())
                .map(ofTheSet -> rules.reading(names.orElseGet(() -> schemes.isEmpty() ? ofTheSet
                        : NamesOfFiles.by(ofTheSet, schemes.getFirst(), numbered.getFirst(), own)))).orElse(rules);
        return new StartingSet(name, about, own, statusCodes, decisions, days, sequences, roles, folders, numbered, reviewing, read);
    }

    private static int width(Field field, List<Code> codes) {
        return Math.max(field.greatestWidth(), codes.stream().mapToInt(c -> c.code().length()).max().orElse(1));
    }

    /** It counts by what stands in every number only: two counters would write the same ones otherwise. */
    private static Scheme withPattern(Scheme s, String pattern, List<Field> fields) {
        Set<String> always = Pattern.compile(pattern, s.fields(new Fields(fields))) instanceof Compiled.Sound(Pattern sound)
                ? sound.neededKeys() : Set.of();
        return new Scheme(s.key(), s.name(), s.edition(), s.of(), pattern, s.countsPer().stream().filter(always::contains).toList(),
                s.yearly(), s.start(), s.step(), s.sources());
    }

    /** The same without rules, and with nothing said of where what is decided goes. */
    public StartingSet bare() {
        return new StartingSet(name, about, fields, statusCodes, decisions.stream().map(d -> new Decided(d.code(), Optional.empty()))
                .toList(), days, sequences, roles, folders, schemes, reviewing, Rules.NONE);
    }
}
