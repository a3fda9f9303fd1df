package app.pervius.server.rules;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.identify.Checks;
import app.pervius.core.issue.IssuePlan;
import app.pervius.core.issue.Target;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.rules.HandlingRule;
import app.pervius.core.rules.Where;
import app.pervius.core.rules.Which;
import app.pervius.core.tell.Audience;
import app.pervius.core.tell.TellPlan;
import app.pervius.server.http.Problem;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A handling rule as a screen fills it in. A draft may be half done; what is missing is said by the check.
 *
 * @param namePatterns Identify: how names are read, the first that fits
 * @param checks Identify: what happens to what register or ledger speak against
 * @param sequence Identify: the key of the revision sequence its arrivals are in; absent to go on in the document's
 * @param issue for each decision code what follows
 * @param placedName Issue: what placed files are called
 */
record RuleForm(@NotNull @Size(max = 200) String name, @NotNull @Size(max = 200) List<@Valid @NotNull RulePlace> places,
        @NotNull List<@NotNull FileFormat> formats, @NotNull @Size(max = 500) List<@NotNull Long> firms, @NotNull @Size(max = 500) List<@NotNull Long> people,
        @NotNull @Size(max = 20) List<@NotNull @Size(max = 500) String> namePatterns, @NotNull Checks checks, @Nullable @Size(max = 60) String sequence,
        @Nullable @Size(max = 60) String scheme, @Nullable @Size(max = 60) String route,
        @NotNull @Size(max = 4) List<@Valid @NotNull Follows> issue, @NotNull @Size(max = 500) String placedName,
        @NotNull @Size(max = 100) List<@Valid @NotNull Whom> onArrival, @NotNull @Size(max = 100) List<@Valid @NotNull Whom> onReturn,
        @NotNull @Size(max = 100) List<@Valid @NotNull Whom> onIssue) {

    /** A folder the rule stands on. */
    record RulePlace(long folder, boolean withBelow) {
    }

    /** What follows from a decision code: what the project says of it, or back to the author, or a folder, perhaps a path pattern below it, and a status code. */
    record Follows(int code, boolean asProject, boolean back, @Nullable Long folder, @Nullable @Size(max = 20) String status, @Nullable @Size(max = 500) String path) {
    }

    /** Somebody who is told. */
    record Whom(@NotNull Kind kind, @Nullable Long id) {
        enum Kind { AUTHOR, ROLE, MATRIX, PERSON }
    }

    HandlingRule rule() {
        Map<Integer, Target> byCode = new LinkedHashMap<>();
        for (Follows follows : issue) {
            if (follows.code() < 1 || follows.code() > 4) {
                throw Problem.invalid("issue", "Decision codes are 1 to 4, not " + follows.code() + ".");
            }
            if (follows.asProject()) {
                byCode.put(follows.code(), new Target.AsProject());
            } else if (follows.back()) {
                byCode.put(follows.code(), new Target.BackToAuthor());
            } else if (follows.folder() != null) {
                byCode.put(follows.code(), new Target.Place(new FolderId(follows.folder()), follows.status() == null ? "" : follows.status(),
                        follows.path() == null ? "" : follows.path().strip()));
            }
        }
        return new HandlingRule(name.strip(),
                new Where(places.stream().map(p -> new Where.Standing(new FolderId(p.folder()), p.withBelow())).toList()),
                new Which(new LinkedHashSet<>(formats), firms.stream().map(FirmId::new).collect(Collectors.toSet()),
                        people.stream().map(PersonId::new).collect(Collectors.toSet())),
                namePatterns.stream().filter(p -> !p.isBlank()).toList(), checks, given(sequence), given(scheme), given(route), new IssuePlan(byCode, placedName),
                new TellPlan(audience(onArrival), audience(onReturn), audience(onIssue)));
    }

    static RuleForm of(HandlingRule rule) {
        List<Follows> issue = new ArrayList<>();
        rule.issue().byCode().entrySet().stream().sorted(Map.Entry.comparingByKey()).forEach(e -> issue.add(switch (e.getValue()) {
            case Target.AsProject() -> new Follows(e.getKey(), true, false, null, null, null);
            case Target.BackToAuthor() -> new Follows(e.getKey(), false, true, null, null, null);
            case Target.Place(FolderId folder, String status, String path) -> new Follows(e.getKey(), false, false, folder.value(), status, path.isEmpty() ? null : path);
        }));
        return new RuleForm(rule.name(), rule.where().places().stream().map(p -> new RulePlace(p.folder().value(), p.withBelow())).toList(),
                rule.which().formats().stream().sorted().toList(), rule.which().firms().stream().map(FirmId::value).sorted().toList(),
                rule.which().people().stream().map(PersonId::value).sorted().toList(), rule.namePatterns(), rule.checks(),
                rule.sequence().orElse(null), rule.scheme().orElse(null), rule.route().orElse(null), issue, rule.issue().namePattern(),
                whom(rule.tell().onArrival()), whom(rule.tell().onReturn()), whom(rule.tell().onIssue()));
    }

    private static Optional<String> given(@Nullable String text) {
        return Optional.ofNullable(text).filter(t -> !t.isBlank());
    }

    private static List<Audience> audience(List<Whom> whom) {
        return whom.stream().<Audience>map(w -> switch (w.kind()) {
            case AUTHOR -> new Audience.Author();
            case MATRIX -> new Audience.ByMatrix();
            case ROLE -> new Audience.Holders(new RoleId(needed(w)));
            case PERSON -> new Audience.Named(new PersonId(needed(w)));
        }).toList();
    }

    private static long needed(Whom whom) {
        if (whom.id() == null) {
            throw Problem.invalid("tell", "Say which role or person is told.");
        }
        return whom.id();
    }

    private static List<Whom> whom(List<Audience> audience) {
        return audience.stream().map(a -> switch (a) {
            case Audience.Author() -> new Whom(Whom.Kind.AUTHOR, null);
            case Audience.ByMatrix() -> new Whom(Whom.Kind.MATRIX, null);
            case Audience.Holders(RoleId role) -> new Whom(Whom.Kind.ROLE, role.value());
            case Audience.Named(PersonId person) -> new Whom(Whom.Kind.PERSON, person.value());
        }).toList();
    }
}
