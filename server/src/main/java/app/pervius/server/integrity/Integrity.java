package app.pervius.server.integrity;

import app.pervius.server.store.DamagedData;
import java.util.Comparator;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Carries out every examination, each over one state of the database. */
@Service
public class Integrity {

    /**
     * What one examination gave.
     *
     * @param looked how many things were looked at
     * @param found how many were not as they must be; 0 is well
     * @param sentences what was found, the first hundred
     */
    public record Part(String subject, long looked, long found, List<String> sentences) {
    }

    /** The whole result. */
    public record Report(boolean whole, List<Part> parts) {
    }

    private final List<Examination> examinations;
    private final TransactionTemplate transaction;

    Integrity(List<Examination> examinations, PlatformTransactionManager transactions) {
        this.examinations = examinations.stream().sorted(Comparator.comparing(Examination::subject)).toList();
        this.transaction = new TransactionTemplate(transactions);
        this.transaction.setReadOnly(true);
    }

    public Report examine() {
        List<Part> parts = examinations.stream().map(this::part).toList();
        return new Report(parts.stream().allMatch(p -> p.found() == 0), parts);
    }

    private Part part(Examination examination) {
        Findings findings = new Findings();
        try {
            transaction.executeWithoutResult(status -> examination.examine(findings));
        } catch (RuntimeException e) {
            // The others are looked at all the same.
            findings.add("This cannot be looked at: " + DamagedData.in(e).map(said -> "the database is damaged. " + said)
                    .orElse(String.valueOf(e.getMessage())));
        }
        return new Part(examination.subject(), findings.looked(), findings.found(), findings.sentences());
    }
}
