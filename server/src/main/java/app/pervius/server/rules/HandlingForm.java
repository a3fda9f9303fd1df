package app.pervius.server.rules;

import app.pervius.core.identify.Checks;
import app.pervius.core.identify.IdentifyPlan;
import app.pervius.core.number.NumberPlan;
import app.pervius.core.prepare.Keeping.Place;
import app.pervius.core.prepare.Keeping;
import app.pervius.core.prepare.PreparePlan.Companion.Then;
import app.pervius.core.prepare.PreparePlan;
import app.pervius.core.project.FolderId;
import app.pervius.core.review.ReviewPlan;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Plan;
import app.pervius.server.refused.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What happens at each station, as a screen fills it in; a station that is absent is left to the project.
 *
 * @param untaken what becomes of what no rule takes; said by the project alone
 */
record HandlingForm(@Nullable @Valid IdentifyForm identify, @Nullable @Valid NumberForm number, @Nullable @Valid PrepareForm prepare,
        @Nullable @Valid ReviewForm review, @Nullable @Valid IssueForm issue, @Nullable @Valid TellForm tell,
        @Nullable @Valid UntakenForm untaken) {

    /**
     * Identify.
     *
     * @param namePatterns how names are read, the first that fits
     * @param asks the keys of fields that are asked for
     * @param sequence the key of the revision sequence its arrivals are in; absent to go on in the document's
     */
    record IdentifyForm(@NotNull @Size(max = 20) List<@NotNull @Size(max = 500) String> namePatterns,
            @NotNull @Size(max = 50) List<@NotNull @Size(max = 60) String> asks,
            @NotNull Checks checks, @Nullable @Size(max = 60) String sequence) {
        IdentifyPlan plan() {
            return new IdentifyPlan(namePatterns.stream().map(String::strip).filter(p -> !p.isEmpty()).toList(), asks.stream().distinct()
                    .toList(), checks, given(sequence));
        }

        static IdentifyForm of(IdentifyPlan plan) {
            return new IdentifyForm(plan.namePatterns(), plan.asks(), plan.checks(), plan.sequence().orElse(null));
        }
    }

    /** Number: the key of the scheme; absent where what comes gets no number. */
    record NumberForm(@Nullable @Size(max = 60) String scheme) {
    }

    /** Review: the key of the route; absent where nobody reviews it. */
    record ReviewForm(@Nullable @Size(max = 60) String route) {
    }

    /**
     * Prepare: whether a readable copy is made.
     *
     * @param companion absent where nothing is waited for
     * @param keeping absent where the PDF that is read lies nowhere else
     */
    record PrepareForm(@NotNull PreparePlan.Copy copy, @Nullable @Valid CompanionForm companion, @Nullable @Valid KeepingForm keeping) {
        PreparePlan plan() {
            return new PreparePlan(copy, Optional.ofNullable(companion).map(CompanionForm::companion),
                    keeping == null ? Keeping.WITH_IT : keeping.keeping());
        }

        static PrepareForm of(PreparePlan plan) {
            return new PrepareForm(plan.copy(), plan.companion().map(c -> new CompanionForm(c.endings(), c.workingDays(), c.then()))
                    .orElse(null), plan.keeping().place() == Keeping.Place.WITH_IT ? null : KeepingForm.of(plan.keeping()));
        }
    }

    /**
     * Where the PDF that is read lies besides.
     *
     * @param root the id of the folder below which its tree is made; only where it is mirrored
     * @param goesWithIt whether it is taken out once its file has left for a folder that is not covered
     */
    record KeepingForm(@NotNull Place place, @Nullable Long root, boolean goesWithIt) {
        Keeping keeping() {
            if (place == Keeping.Place.MIRRORED && root == null) {
                throw Refused.invalid("keeping", "Choose the folder below which the PDFs lie.");
            }
            return place == Keeping.Place.WITH_IT ? Keeping.WITH_IT : new Keeping(place, Optional.ofNullable(root)
                    .filter(r -> place == Keeping.Place.MIRRORED).map(FolderId::new), goesWithIt);
        }

        static KeepingForm of(Keeping keeping) {
            return new KeepingForm(keeping.place(), keeping.root().map(FolderId::value).orElse(null), keeping.goesWithIt());
        }
    }

    /**
     * What has to come beside it.
     *
     * @param endings of file names, without the dot; each of them has to be there
     * @param workingDays how long it is waited for
     */
    record CompanionForm(@NotNull @Size(min = 1, max = PreparePlan.Companion.MOST_ENDINGS) List<
            @NotNull @Pattern(regexp = "[A-Za-z0-9]{1,10}", message = "an ending is 1 to 10 letters and digits, without the dot") String>
            endings, @Min(1) @Max(PreparePlan.Companion.MOST_DAYS) int workingDays, @NotNull Then then) {
        PreparePlan.Companion companion() {
            return new PreparePlan.Companion(endings.stream().map(e -> e.toLowerCase(Locale.ROOT)).distinct().toList(), workingDays, then);
        }
    }

    Plan plan() {
        return new Plan(Optional.ofNullable(identify).map(IdentifyForm::plan), Optional.ofNullable(number)
                .map(n -> new NumberPlan(given(n.scheme()))), Optional.ofNullable(prepare).map(PrepareForm::plan),
                Optional.ofNullable(review).map(r -> new ReviewPlan(given(r.route()))), Optional.ofNullable(issue).map(IssueForm::plan),
                Optional.ofNullable(tell).map(TellForm::plan));
    }

    static HandlingForm of(Plan plan) {
        return new HandlingForm(plan.identify().map(IdentifyForm::of).orElse(null), plan.number()
                .map(n -> new NumberForm(n.scheme().orElse(null))).orElse(null), plan.prepare().map(PrepareForm::of).orElse(null),
                plan.review().map(r -> new ReviewForm(r.route().orElse(null))).orElse(null), plan.issue().map(IssueForm::of).orElse(null),
                plan.tell().map(TellForm::of).orElse(null), null);
    }

    static HandlingForm of(Handling h) {
        HandlingForm its = of(Plan.all(h));
        return new HandlingForm(its.identify(), its.number(), its.prepare(), its.review(), its.issue(), its.tell(),
                UntakenForm.of(h.untaken()));
    }

    /** What a project says, with what it said before where this is silent. */
    Handling over(Handling before) {
        return plan().over(before).with(untaken == null ? before.untaken() : untaken.untaken());
    }

    private static Optional<String> given(@Nullable String text) {
        return Optional.ofNullable(text).filter(t -> !t.isBlank());
    }
}
