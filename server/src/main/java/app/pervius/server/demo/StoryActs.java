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
import app.pervius.server.store.Ids;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** What the people of the demo do: handing in, deciding; as they would on screen, and each time until it has settled. */
@Component
@Profile("demo")
class StoryActs {
    private static final Duration LONGEST_WAIT = Duration.ofSeconds(60);

    /** A ZIP file with nothing in it. */
    private static final byte[] EMPTY_ZIP = {'P', 'K', 5, 6, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0};

    /** A file of the story: its name, and what is drawn on it. */
    record Sheet(String name, Subject subject, String title) {
    }

    /** Ids of people by name and of folders by place. */
    record Cast(Map<String, Long> persons, Map<String, Long> places) {
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

    StoryActs(Announcing announcing, Receiving receiving, Closing closing, Passages passages, Submissions submissions, Reviews reviews,
            Deciding deciding, Accounts accounts, People people) {
        this.announcing = announcing;
        this.receiving = receiving;
        this.closing = closing;
        this.passages = passages;
        this.submissions = submissions;
        this.reviews = reviews;
        this.deciding = deciding;
        this.accounts = accounts;
        this.people = people;
    }

    static Sheet sheet(String title, Subject subject) {
        return new Sheet(title + ".pdf", subject, title);
    }

    long drop(Cast cast, String author, String place, String purpose, List<Sheet> sheets) {
        List<Sheet> all = new ArrayList<>(sheets);
        all.add(1, new Sheet(sheets.getFirst().title() + ".dwg", Subject.TEXT, ""));
        return dropNamed(cast, author, place, purpose, all);
    }

    long dropNamed(Cast cast, String author, String place, String purpose, List<Sheet> sheets) {
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
                revision(sheet.name())));
    }

    private static String revision(String name) {
        Matcher said = Pattern.compile("_(P\\d\\d)").matcher(name);
        return said.find() ? said.group(1) : "P01";
    }

    /** Gives every file a decision, {@code usual} unless its place in the submission is named, and closes the step of all of them. */
    void decide(Cast cast, long submission, String person, Map<Integer, Integer> exceptions, int usual, String comment) {
        var actor = accounts.ofPerson(Objects.requireNonNull(cast.persons().get(person), person)).orElseThrow();
        List<Passages.PassageView> all = passages.ofSubmission(submission, 100);
        Map<Long, Reviews.At> each = new LinkedHashMap<>();
        for (int i = 0; i < all.size(); i++) {
            Reviews.At review = reviews.at(all.get(i).id()).orElseThrow();
            each.put(review.id(), review);
            int code = exceptions.getOrDefault(i, usual);
            deciding.answer(review.id(), new Deciding.Decision(review.turn(), List.of(all.get(i).id()), code, code == 1 ? "" : comment,
                    null, false), actor);
        }
        each.values().forEach(review -> deciding.close(review.id(), review.turn(), actor));
        settled(submission);
    }

    /** One person gives one file a decision; the step stays open. */
    void decideOne(Cast cast, long submission, String person, int place, int code, String comment) {
        Passages.PassageView passage = passages.ofSubmission(submission, 100).get(place);
        Reviews.At review = reviews.at(passage.id()).orElseThrow();
        deciding.answer(review.id(), new Deciding.Decision(review.turn(), List.of(passage.id()), code, comment, null, false),
                accounts.ofPerson(Objects.requireNonNull(cast.persons().get(person), person)).orElseThrow());
    }

    String number(long submission, int place) {
        return Objects.requireNonNull(passages.ofSubmission(submission, 100).get(place).names().number());
    }

    /** Waits until the engine has done all it can for the submission. */
    void settled(long submission) {
        Instant giveUp = Instant.now().plus(LONGEST_WAIT);
        while (submissions.unsettled().contains(submission)) {
            if (Instant.now().isAfter(giveUp)) {
                throw new IllegalStateException("submission " + submission + " of the demo does not settle");
            }
            Thread.onSpinWait();
            java.util.concurrent.locks.LockSupport.parkNanos(Duration.ofMillis(3).toNanos());
        }
    }
}
