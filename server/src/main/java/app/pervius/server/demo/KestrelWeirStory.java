package app.pervius.server.demo;

import app.pervius.server.access.Accounts;
import app.pervius.server.demo.SampleDrawing.Subject;
import app.pervius.server.intake.Announcing;
import app.pervius.server.intake.Closing;
import app.pervius.server.intake.Receiving;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Submissions;
import app.pervius.server.people.People;
import app.pervius.server.reviews.Deciding;
import app.pervius.server.reviews.Reviews;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** What has happened on Kestrel Weir in the last weeks, told through the doors everybody uses. */
@Component
@Profile("demo")
class KestrelWeirStory {

    /** A ZIP file with nothing in it. */
    private static final byte[] EMPTY_ZIP = {'P', 'K', 5, 6, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0};

    private static final Duration LONGEST_WAIT = Duration.ofSeconds(60);

    /** Ids of people by name and of folders by place. */
    record Cast(Map<String, Long> persons, Map<String, Long> places) {
    }

    /** A file of the story: its name, and what is drawn on it. */
    private record Sheet(String name, Subject subject, String title) {
    }

    private final Announcing announcing;
    private final Receiving receiving;
    private final Closing closing;
    private final Passages passages;
    private final Submissions submissions;
    private final Reviews reviews;
    private final Deciding deciding;
    private final Accounts accounts;
    private final People people;
    private final KestrelWeirReviews reviewsBeyond;
    private final DemoClock clock;
    private Cast cast = new Cast(Map.of(), Map.of());

    KestrelWeirStory(Announcing announcing, Receiving receiving, Closing closing, Passages passages, Submissions submissions,
            Reviews reviews, Deciding deciding, Accounts accounts,
            People people, KestrelWeirReviews reviewsBeyond, DemoClock clock) {
        this.announcing = announcing;
        this.receiving = receiving;
        this.closing = closing;
        this.passages = passages;
        this.submissions = submissions;
        this.reviews = reviews;
        this.deciding = deciding;
        this.accounts = accounts;
        this.people = people;
        this.reviewsBeyond = reviewsBeyond;
        this.clock = clock;
    }

    void tell(Cast those, Instant now) {
        cast = those;
        at(now, 24);
        long first = drop("Yusuf Karaderin", "FNK drawings", "First hydraulic package", List.of(
                sheet("Weir general arrangement", Subject.PLAN), sheet("Weir section A-A", Subject.SECTION),
                sheet("Fish pass longitudinal section", Subject.FISH_PASS)));
        at(now, 22);
        decide(first, "Henrike Solvangen", Map.of(), 1, "");
        at(now, 21);
        decide(first, "Tomasz Łęgowicz", Map.of(), 1, "");
        long civil = drop("Priya Venkatarangan", "ALD drawings", "Substructure", List.of(
                sheet("Pumping station foundation plan", Subject.PLAN), sheet("Pumping station section B-B", Subject.SECTION),
                sheet("Retaining wall reinforcement", Subject.SECTION), sheet("Access road long section", Subject.SECTION)));
        at(now, 17);
        decide(civil, "Kwabena Adofori", Map.of(1, 2, 2, 3), 1, "Cover to the reinforcement is missing at the joint.");
        at(now, 15);
        decide(civil, "Tomasz Łęgowicz", Map.of(1, 2, 2, 3, 3, 4), 1,
                "Show the joint at axis 4; the road is no longer part of this contract.");
        String returned = number(civil, 2);
        String superseded = number(first, 0);
        at(now, 13);
        long answer = dropNamed("Priya Venkatarangan", "ALD drawings", "Answer to the comments on the retaining wall", List.of(
                new Sheet(returned + "_P02.pdf", Subject.SECTION, "Retaining wall reinforcement")));
        at(now, 11);
        decide(answer, "Kwabena Adofori", Map.of(), 1, "");
        at(now, 10);
        decide(answer, "Tomasz Łęgowicz", Map.of(), 1, "");
        long next = dropNamed("Yusuf Karaderin", "FNK drawings", "Crest level raised", List.of(
                new Sheet(superseded + "_P02.pdf", Subject.PLAN, "Weir general arrangement")));
        at(now, 9);
        decide(next, "Henrike Solvangen", Map.of(), 1, "");
        decide(next, "Tomasz Łęgowicz", Map.of(), 2, "Add the gauge upstream at the next occasion.");
        long controls = drop("Giorgi Tskalishvili", "BRK drawings", "Control room", List.of(sheet("Control panel front", Subject.PANEL)));
        at(now, 8);
        decide(controls, "Kwabena Adofori", Map.of(), 3, "The emergency stop is missing on cabinet 3.");
        decide(controls, "Tomasz Łęgowicz", Map.of(), 3, "As reviewed: complete the panel.");
        drop("Giorgi Tskalishvili", "BRK drawings", "Gate drives", List.of(
                sheet("Gate drive single line", Subject.PANEL), sheet("Gate drive cabinet", Subject.PANEL)));
        at(now, 6);
        long approval = drop("Bảo Trần Vĩnh", "ALD drawings", "Superstructure", List.of(
                sheet("Pumping station elevation east", Subject.SECTION), sheet("Pumping station roof plan", Subject.PLAN)));
        at(now, 3);
        decide(approval, "Kwabena Adofori", Map.of(1, 2), 1, "Falls of the roof to be shown.");
        at(now, 2);
        drop("Yusuf Karaderin", "FNK drawings", "Stilling basin", List.of(sheet("Stilling basin plan", Subject.PLAN),
                sheet("Stilling basin section C-C", Subject.SECTION), sheet("Baffle block details", Subject.SECTION)));
        drop("Linnéa Åkerström-Vass", "FNK calculations", "Stilling basin",
                List.of(sheet("Stilling basin energy dissipation", Subject.TEXT)));
        long interfaces = reviewsBeyond.sendByHand(Objects.requireNonNull(cast.places().get("Shared Hydraulics")),
                Objects.requireNonNull(cast.persons().get("Mirela Draganova")), 2,
                "Please check levels and axes against the foundation plan before it goes to tender.");
        settled(interfaces);
        decideOne(interfaces, "Kwabena Adofori", 0, 2, "Level of the sill differs from the foundation plan by 40 mm.");
        at(now, 1);
        dropNamed("Oluwaseun Finchley-Ade", "DNM deliveries", "Cofferdam", List.of(
                new Sheet("MS-C_Cofferdam installation.pdf", Subject.TEXT, "Cofferdam installation"),
                new Sheet("KWR-DNM-C-MS-0099_P01.pdf", Subject.TEXT, "Dewatering of the work pit"),
                new Sheet("Lifting plan gate leaf.pdf", Subject.SECTION, "Lifting plan gate leaf"),
                new Sheet("Site photographs week 21.zip", Subject.TEXT, "")));
    }

    private static Sheet sheet(String title, Subject subject) {
        return new Sheet(title + ".pdf", subject, title);
    }

    private long drop(String author, String place, String purpose, List<Sheet> sheets) {
        List<Sheet> all = new ArrayList<>(sheets);
        all.add(1, new Sheet(sheets.getFirst().title() + ".dwg", Subject.TEXT, ""));
        return dropNamed(author, place, purpose, all);
    }

    private long dropNamed(String author, String place, String purpose, List<Sheet> sheets) {
        long by = Objects.requireNonNull(cast.persons().get(author), author);
        List<byte[]> contents = sheets.stream().map(s -> content(s, by)).toList();
        List<Announcing.Announced> announced = new ArrayList<>();
        for (int i = 0; i < sheets.size(); i++) {
            announced.add(new Announcing.Announced(sheets.get(i).name(), contents.get(i).length));
        }
        long id = announcing.begin(new Announcing.Beginning(Objects.requireNonNull(cast.places().get(place), place), by, by, purpose, null,
                app.pervius.core.project.FieldValues.NONE, announced));
        try {
            for (int i = 0; i < sheets.size(); i++) {
                receiving.receive(id, i, accounts.ofPerson(by).orElseThrow(), new ByteArrayInputStream(contents.get(i)));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        closing.close(id);
        settled(id);
        return id;
    }

    private byte[] content(Sheet sheet, long author) {
        if (sheet.name().endsWith(".zip")) {
            return EMPTY_ZIP;
        }
        if (!sheet.name().endsWith(".pdf")) {
            return ("A sample without content, in place of " + sheet.name()).getBytes(StandardCharsets.UTF_8);
        }
        People.PersonView by = people.person(author);
        String number = sheet.name().startsWith("KWR-") ? sheet.name().substring(0, sheet.name().indexOf('_'))
                : "as given by document control";
        return SampleDrawing.draw(sheet.subject(), new SampleDrawing.Title(sheet.title(), by.firmName(), by.name(), number,
                sheet.name().contains("_P02") ? "P02" : "P01"));
    }

    /** Gives every file a decision, {@code usual} unless its place in the submission is named, and closes the step. */
    private void decide(long submission, String person, Map<Integer, Integer> exceptions, int usual, String comment) {
        var actor = accounts.ofPerson(Objects.requireNonNull(cast.persons().get(person), person)).orElseThrow();
        List<Passages.PassageView> all = passages.ofSubmission(submission, 100);
        Reviews.At review = reviews.at(all.getFirst().id()).orElseThrow();
        for (int i = 0; i < all.size(); i++) {
            int code = exceptions.getOrDefault(i, usual);
            deciding.answer(review.id(), new Deciding.Decision(review.turn(), List.of(all.get(i).id()), code, code == 1 ? "" : comment,
                    null, false), actor);
        }
        deciding.close(review.id(), review.turn(), actor);
        settled(submission);
    }

    /** One person gives one file a decision; the step stays open. */
    private void decideOne(long submission, String person, int place, int code, String comment) {
        Passages.PassageView passage = passages.ofSubmission(submission, 100).get(place);
        Reviews.At review = reviews.at(passage.id()).orElseThrow();
        deciding.answer(review.id(), new Deciding.Decision(review.turn(), List.of(passage.id()), code, comment, null, false),
                accounts.ofPerson(Objects.requireNonNull(cast.persons().get(person), person)).orElseThrow());
    }

    private String number(long submission, int place) {
        return Objects.requireNonNull(passages.ofSubmission(submission, 100).get(place).number());
    }

    /** Waits until the engine has done all it can for the submission. */
    private void settled(long submission) {
        Instant giveUp = Instant.now().plus(LONGEST_WAIT);
        while (submissions.unsettled().contains(submission)) {
            if (Instant.now().isAfter(giveUp)) {
                throw new IllegalStateException("submission " + submission + " of the demo does not settle");
            }
            Thread.onSpinWait();
            java.util.concurrent.locks.LockSupport.parkNanos(Duration.ofMillis(3).toNanos());
        }
    }

    /** Sets the clock to a working morning about so many days ago. */
    private void at(Instant now, int days) {
        ZonedDateTime then = now.atZone(ZoneOffset.UTC).minusDays(days).withHour(9).withMinute(12);
        while (then.getDayOfWeek() == DayOfWeek.SATURDAY || then.getDayOfWeek() == DayOfWeek.SUNDAY) {
            then = then.minusDays(1);
        }
        Instant when = then.toInstant().isAfter(now) ? now : then.toInstant();
        clock.setTo(when);
    }
}
