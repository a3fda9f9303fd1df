package app.pervius.server.kinds;

import app.pervius.core.issue.Release;
import app.pervius.server.refused.Refused;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;

/**
 * How something is printed, as a screen fills it in.
 *
 * @param media the paper's self-describing name (PWG 5101.1); empty but where pages are made to fit it
 * @param copies 1 to 99
 */
public record HowForm(Release.@NotNull Paper paper, @NotNull @Size(max = 80) String media, int copies, boolean bothSides, boolean held) {

    /** @throws Refused where it does not fit together */
    public Release.How how() {
        try {
            return new Release.How(paper, media.strip(), copies, bothSides, held);
        } catch (IllegalArgumentException e) {
            throw Refused.invalid("how", String.valueOf(e.getMessage()));
        }
    }

    public static HowForm of(Release.How how) {
        return new HowForm(how.paper(), how.media(), how.copies(), how.bothSides(), how.held());
    }
}
