package app.pervius.server.integrity;

import app.pervius.server.store.seals.Seal;
import app.pervius.server.store.seals.SealFile;
import app.pervius.server.store.seals.SealKey;
import app.pervius.server.store.seals.SealStamps;
import app.pervius.server.store.seals.Sealing;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Seals follow each other, are those that were written outside the database, and the database holds what was sealed as Pervius stopped;
 * whatever a start found changed is told for good.
 */
@Component
class SealExamination implements Examination {

    private final Sealing sealing;
    private final SealKey key;

    SealExamination(Sealing sealing, SealKey key) {
        this.sealing = sealing;
        this.key = key;
    }

    @Override
    public String subject() {
        return "Seals";
    }

    @Override
    public void examine(Findings findings) {
        List<Seal> seals = sealing.all();
        String previous = "";
        for (int i = 0; i < seals.size(); i++) {
            Seal seal = seals.get(i);
            findings.lookedAt(1);
            if (seal.number() != i + 1 || !seal.previous().equals(previous)) {
                findings.add("Seal " + seal.number() + " does not follow the one before it.");
            }
            if (!seal.good(key)) {
                findings.add("Seal " + seal.number() + " is not this installation's, or was changed.");
            }
            if (!seal.found().isEmpty()) {
                findings.add("Before the start of " + seal.at() + " the database was changed while Pervius did not run: " + seal.found()
                        + ".");
            }
            previous = seal.hash();
        }
        outside(seals, findings);
        stamps(seals, findings);
        String changed = sealing.changedSinceStop();
        if (!changed.isEmpty()) {
            findings.add("Since Pervius stopped the database was changed: " + changed + ".");
        }
    }

    private void stamps(List<Seal> seals, Findings findings) {
        Map<Long, String> hashes = seals.stream().collect(Collectors.toMap(Seal::number, Seal::hash, (one, other) -> one));
        try {
            for (SealStamps.Stamp stamp : SealStamps.read(SealStamps.beside(sealing.file()))) {
                findings.lookedAt(1);
                String its = "The time stamp of seal " + stamp.number() + " of " + stamp.at() + " by " + stamp.by();
                SealStamps.fault(stamp).ifPresent(fault -> findings.add(its + " " + fault + "."));
                if (!stamp.hash().equals(hashes.get(stamp.number()))) {
                    findings.add(its + " is of another seal than the database has.");
                }
            }
        } catch (IOException e) {
            findings.add("The time stamps of seals cannot be read: " + e.getMessage() + ".");
        }
    }

    private void outside(List<Seal> seals, Findings findings) {
        Map<Long, Seal> byNumber = seals.stream().collect(Collectors.toMap(Seal::number, Function.identity(), (one, other) -> one));
        try {
            for (SealFile.Line line : SealFile.read(sealing.file())) {
                findings.lookedAt(1);
                Seal seal = byNumber.get(line.number());
                if (seal == null) {
                    findings.add("Seal " + line.number() + " of " + line.at() + " stands in " + sealing.file()
                            + " and is not in the database: it is an earlier one than it was, or seals were taken out.");
                } else if (!seal.hash().equals(line.hash())) {
                    findings.add("Seal " + line.number() + " of " + line.at() + " in " + sealing.file()
                            + " is another one than the database has.");
                }
            }
        } catch (IOException e) {
            findings.add("The seals outside the database cannot be read: " + e.getMessage() + ".");
        }
    }
}
