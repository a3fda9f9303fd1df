package app.pervius.server.acts;

import app.pervius.server.integrity.Examination;
import app.pervius.server.integrity.Findings;
import java.util.List;
import org.springframework.stereotype.Component;

/** Every act follows the one before by a link only this installation can make, says what it said, and none is missing. */
@Component
class ActExamination implements Examination {

    private static final int AT_A_TIME = 1000;

    private final ActBook acts;

    ActExamination(ActBook acts) {
        this.acts = acts;
    }

    @Override
    public String subject() {
        return "Journal of acts";
    }

    @Override
    public void examine(Findings findings) {
        for (long chain : acts.chains()) {
            String of = chain == ActBook.INSTALLATION ? "the installation" : "project " + chain;
            ActBook.Standing standing = acts.standing(chain);
            long seq = standing.cutSeq();
            String hash = standing.cutHash();
            for (List<ActBook.Link> links = acts.after(chain, seq, AT_A_TIME); !links.isEmpty();
                    links = acts.after(chain, seq, AT_A_TIME)) {
                for (ActBook.Link link : links) {
                    findings.lookedAt(1);
                    if (link.act().seq() != seq + 1) {
                        findings.add("In the journal of " + of + ", acts " + (seq + 1) + " to " + (link.act().seq() - 1)
                                + " are missing.");
                    } else if (!acts.follows(chain, hash, link)) {
                        findings.add("In the journal of " + of + ", act " + link.act().seq() + " does not follow the one before it.");
                    } else if (!acts.saysTheSame(chain, link)) {
                        findings.add("In the journal of " + of + ", act " + link.act().seq() + " does not say what was written.");
                    }
                    seq = link.act().seq();
                    hash = link.hash();
                }
            }
            if (!acts.marked(chain, standing)) {
                findings.add("Where the journal of " + of + " begins and ends was not set by Pervius: acts were taken out or added.");
            }
            if (seq != standing.seq() || !hash.equals(standing.hash())) {
                findings.add("The journal of " + of + " ends at act " + seq + " and should end at " + standing.seq() + ".");
            }
        }
    }
}
