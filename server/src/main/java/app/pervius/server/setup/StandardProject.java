package app.pervius.server.setup;

import app.pervius.core.project.Code;
import app.pervius.server.rules.RuleDesk;
import app.pervius.server.setup.sets.MakingProject;
import app.pervius.server.setup.sets.ShippedSets;
import app.pervius.server.setup.sets.StartingSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A project of the shipped set for design projects, without its rules and places: who makes it says those. */
@Service
@Transactional
public class StandardProject {

    /** What a project begins with. */
    public record Wanted(String code, String name, String zone, List<Code> disciplines, List<Code> types, List<Code> originators) {
    }

    /** What has been made. */
    public record Made(long project, long workInProgress, long shared, long published, long archive, long controller, long reviewer,
            long approver, long author) {
    }

    /** The key of the scheme and of the route such a project begins with. */
    public static final String DOCUMENTS = "documents";

    private final ShippedSets shipped;
    private final MakingProject making;
    private final RuleDesk rules;

    StandardProject(ShippedSets shipped, MakingProject making, RuleDesk rules) {
        this.shipped = shipped;
        this.making = making;
        this.rules = rules;
    }

    public Made make(Wanted wanted) {
        StartingSet set = shipped.find(ShippedSets.DESIGN).orElseThrow().bare().with(Map.of("discipline", wanted.disciplines(), "type",
                wanted.types(), "originator", wanted.originators()), Optional.empty(), Optional.empty());
        MakingProject.Made made = making.make(new MakingProject.Called(wanted.code(), wanted.name(), wanted.zone()), set);
        rules.sayForProject(made.project(), RuleDesk.usual(DOCUMENTS, DOCUMENTS), null);
        return new Made(made.project(), folder(made, "Work in progress"), folder(made, "Shared"), folder(made, "Published"),
                folder(made, "Archive"), role(made, "Document controller"), role(made, "Reviewer"), role(made, "Approver"),
                role(made, "Author"));
    }

    private static long folder(MakingProject.Made made, String name) {
        return Objects.requireNonNull(made.folders().get(name), name);
    }

    private static long role(MakingProject.Made made, String name) {
        return Objects.requireNonNull(made.roles().get(name), name);
    }
}
