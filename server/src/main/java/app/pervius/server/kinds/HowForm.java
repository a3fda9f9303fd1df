package app.pervius.server.kinds;

import app.pervius.core.issue.Release.Paper;
import app.pervius.core.issue.Release;
import app.pervius.core.issue.Stamp.Place;
import app.pervius.core.issue.Stamp;
import app.pervius.server.refused.Refused;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;

/**
 * How something is printed, as a screen fills it in.
 *
 * @param media the paper's self-describing name (PWG 5101.1); empty but where pages are made to fit it
 * @param copies 1 to 99
 * @param stamp where each page says what it is
 */
public record HowForm(@NotNull Paper paper, @NotNull @Size(max = 80) String media, int copies, boolean bothSides, boolean held,
        @NotNull Place stamp) {

    /** @throws Refused where it does not fit together */
    public Release.How how() {
        try {
            return new Release.How(paper, media.strip(), copies, bothSides, held, stamp);
        } catch (IllegalArgumentException e) {
            throw Refused.invalid("how", String.valueOf(e.getMessage()));
        }
    }

    public static HowForm of(Release.How how) {
        return new HowForm(how.paper(), how.media(), how.copies(), how.bothSides(), how.held(), how.stamp());
    }
}
