package app.pervius.server.devices;

import app.pervius.core.issue.Stamp;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.StatusCode;
import app.pervius.server.documents.Documents;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Reviewed;
import app.pervius.server.projects.Projects;
import java.time.InstantSource;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.util.UriComponentsBuilder;

/** What is stamped on what is released: how its revision stands at that moment. */
@Component
class Stamps {

    private final Projects projects;
    private final Passages passages;
    private final Documents documents;
    private final Reviewed.Keeper reviews;
    private final InstantSource clock;
    private final String address;

    Stamps(Projects projects, Passages passages, Documents documents, Reviewed.Keeper reviews, InstantSource clock,
            @Value("${pervius.address}") String address) {
        this.projects = projects;
        this.passages = passages;
        this.documents = documents;
        this.reviews = reviews;
        this.clock = clock;
        this.address = address;
    }

    @Transactional(readOnly = true)
    public Stamp of(DeviceJob.Subject subject) {
        Projects.Settings project = projects.settings(subject.project());
        return subject.stampOf().flatMap(passage -> documents.stands(passage).map(its -> of(passage, its, project)))
                .orElseGet(() -> Stamp.uncontrolled(subject.name(), clock.instant(), project.zone()));
    }

    private Stamp of(long passage, Documents.Stands its, Projects.Settings project) {
        // The code leads to this revision's own page, which says how it stands then.
        String link = UriComponentsBuilder.fromUriString(address).pathSegment("documents", project.code(), its.number(), its.code())
                .encode().toUriString();
        return Stamp.of(new Stamp.Controlled(its.number(), its.code(), status(its.status(), project.statusCodes()), standing(its),
                decided(passage, its, project.decisionCodes()), its.issuedAfter()), link, clock.instant(), project.zone());
    }

    private static String status(String code, List<StatusCode> all) {
        return code + all.stream().filter(known -> known.code().equals(code)).findFirst().map(known -> ", " + known.meaning()).orElse("");
    }

    private static Stamp.Standing standing(Documents.Stands its) {
        if (its.currentIn().isPresent()) {
            return new Stamp.Standing.Current(its.currentIn().get());
        }
        return its.outcome().<Stamp.Standing>map(how -> switch (how) {
            case ISSUED -> new Stamp.Standing.Accepted();
            case RETURNED, SENT_BACK -> new Stamp.Standing.Returned();
            case TAKEN_OUT, LEFT -> new Stamp.Standing.Withdrawn();
        }).orElseGet(Stamp.Standing.OnItsWay::new);
    }

    /** What the last step said, of those who said what came of it; where several answers were drawn together, all of that step. */
    private Optional<Stamp.Decided> decided(long passage, Documents.Stands its, List<DecisionCode> codes) {
        if (its.outcome().isEmpty()) {
            return Optional.empty();
        }
        Optional<Integer> code = Optional.ofNullable(passages.passage(passage).decision());
        if (code.isEmpty()) {
            return its.issuedAt().map(at -> new Stamp.Decided(Optional.empty(), List.of(), at));
        }
        List<Reviewed.Said> all = reviews.of(passage).said();
        int last = all.stream().mapToInt(Reviewed.Said::step).max().orElse(0);
        List<Reviewed.Said> inLast = all.stream().filter(said -> said.step() == last).toList();
        List<Reviewed.Said> deciding = inLast.stream().filter(said -> said.code() == code.get()).toList();
        List<Reviewed.Said> those = deciding.isEmpty() ? inLast : deciding;
        return those.stream().map(Reviewed.Said::at).max(Comparator.naturalOrder()).map(at -> new Stamp.Decided(
                Optional.of(DecisionCode.of(code.get(), codes).name()),
                those.stream().map(Reviewed.Said::person).filter(person -> !person.equals(Reviewed.NOBODY)).distinct().toList(), at));
    }
}
