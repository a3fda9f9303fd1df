package app.pervius.server.reviews;

import app.pervius.core.project.FieldValues;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.review.Acting;
import app.pervius.core.review.Holder;
import app.pervius.core.review.Route;
import app.pervius.core.review.Seat;
import app.pervius.core.review.Seating;
import app.pervius.core.review.Step;
import app.pervius.core.review.Who;
import app.pervius.server.access.Actor;
import app.pervius.server.people.Deputies;
import app.pervius.server.people.Matrices;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Who sits in the steps of reviews, and who may act from which seat. */
@Component
public class Seats {

    private final SeatRepository seats;
    private final People people;
    private final Deputies deputies;
    private final Matrices matrices;
    private final Projects projects;

    Seats(SeatRepository seats, People people, Deputies deputies, Matrices matrices, Projects projects) {
        this.seats = seats;
        this.people = people;
        this.deputies = deputies;
        this.matrices = matrices;
        this.projects = projects;
    }

    /** What the core works out seats by. */
    public Seating.Facts facts(long project, long author, long authorFirm, FieldValues values) {
        return new Seating.Facts(new PersonId(author), new FirmId(authorFirm), values, matrices.of(project),
                role -> deciding(project, authorFirm, role), people::roleName,
                name -> named(project, authorFirm, name), person -> people.reviewingSide(project, authorFirm).stream()
                .filter(h -> h.person().equals(person)).findFirst(),
                key -> projects.settings(project).fields().label(key));
    }

    /** Sets who sits in a turn of a review; {@code open} once they have something to do. */
    void seat(Review review, int turn, List<Seat> sitting, @Nullable Step step, boolean open, @Nullable Instant due) {
        for (Seat seat : sitting) {
            ReviewSeat row = new ReviewSeat();
            row.reviewId = review.id();
            row.turn = turn;
            row.personId = seat.person().value();
            row.leads = seat.lead();
            row.open = open;
            row.due = due;
            row.roleId = step == null ? null : step.who().stream().filter(Who.InRole.class::isInstance).map(w -> ((Who.InRole) w).role())
                    .filter(role -> people.holders(role).stream().anyMatch(h -> h.person().equals(seat.person()))).map(RoleId::value)
                    .findFirst().orElse(null);
            seats.save(row);
        }
    }

    /** Those in the present turn of a review. */
    public List<ReviewSeat> in(Review review) {
        return seats.findByReviewIdAndTurnOrderById(review.id(), review.turn);
    }

    /** The same people sit in another review as well. */
    public void copy(Review from, Review to) {
        for (ReviewSeat seat : in(from)) {
            ReviewSeat row = new ReviewSeat();
            row.reviewId = to.id();
            row.turn = to.turn;
            row.personId = seat.personId;
            row.leads = seat.leads;
            row.open = seat.open;
            row.due = seat.due;
            row.roleId = seat.roleId;
            row.passedBy = seat.passedBy;
            row.note = seat.note;
            row.takenAt = seat.takenAt;
            seats.save(row);
        }
    }

    /** Nobody has anything to do in this turn any more. */
    void close(Review review) {
        in(review).forEach(seat -> seat.open = false);
    }

    /** Somebody, with the seats of a review the person may act from: one's own, and those of people one stands in for on others' work. */
    public Acting acting(Review review, Route route, Actor actor) {
        return acting(review, route, actor, deputies.standsInFor(actor.person(review.projectId), projects.settings(review.projectId)
                .zone()));
    }

    /** The same where it is known whom the person stands in for today. */
    public static Acting acting(Review review, Route route, Actor actor, Set<Long> standsInFor) {
        Set<PersonId> from = new HashSet<>(Set.of(new PersonId(actor.person(review.projectId))));
        if (new Holder(new PersonId(actor.person(review.projectId)), new FirmId(actor.firm(review.projectId)))
                .mayDecide(route, new PersonId(review.authorId), new FirmId(review.authorFirmId))) {
            standsInFor.forEach(p -> from.add(new PersonId(p)));
        }
        return new Acting(new PersonId(actor.person(review.projectId)), from);
    }

    /**
     * Whether a person could sit in a review: active, on the reviewing side, and not on one's own firm's work unless the route allows it.
     */
    public boolean fit(Review review, Route route, long person) {
        return people.reviewingSide(review.projectId, review.authorFirmId).stream().anyMatch(h -> h.person().value() == person
                && h.mayDecide(route, new PersonId(review.authorId), new FirmId(review.authorFirmId)));
    }

    /** Whether a person would sit in a step of a review's route for a file with these values. */
    public boolean wouldSit(Review review, Route route, Step step, FieldValues values, long person) {
        return Seating.of(route, step, facts(review.projectId, review.authorId, review.authorFirmId,
                values)) instanceof Seating.Seated.Seats(List<Seat> sitting)
                && sitting.stream().anyMatch(s -> s.person().value() == person);
    }

    public void mustFit(Review review, Route route, long person) {
        if (!fit(review, route, person)) {
            throw Refused.invalid("person", people.person(person).name()
                    + " cannot decide here: people of the author's own firm, and people whose roles do not let them see or decide on "
                    + "it, may not.");
        }
    }

    /** Who is told when something is to be done in seats: those who sit, and who stands in for those that are away. */
    public Set<Long> toTell(Review review, List<ReviewSeat> sitting) {
        var zone = projects.settings(review.projectId).zone();
        Set<Long> all = sitting.stream().map(s -> s.personId).collect(Collectors.toSet());
        sitting.forEach(s -> deputies.of(s.personId, zone).ifPresent(all::add));
        return all;
    }

    /** Who has it, in words: people who are away with who stands in. */
    public String inWords(Review review, List<ReviewSeat> sitting) {
        var zone = projects.settings(review.projectId).zone();
        List<ReviewSeat> inHand = sitting.stream().filter(s -> s.takenAt != null).toList();
        return (inHand.isEmpty() ? sitting : inHand).stream().map(s -> people.person(s.personId).name()
                + deputies.of(s.personId, zone).map(d -> " (away, " + people.person(d).name() + " stands in)").orElse("")
                + (s.takenAt != null ? " (has it in hand)" : "")).distinct().sorted().collect(Collectors.joining(", "));
    }

    static List<Seat> core(List<ReviewSeat> rows) {
        return rows.stream().map(s -> new Seat(new PersonId(s.personId), s.leads)).toList();
    }

    /** The same text for the same people, whatever their order. */
    static String key(List<Seat> sitting) {
        String text = sitting.stream().map(s -> s.person().value() + (s.lead() ? "!" : "")).sorted().collect(Collectors.joining(","));
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The holders of a role whose roles let them decide on what a firm sends; its own people where a route lets them. */
    private List<Holder> deciding(long project, long authorFirm, RoleId role) {
        List<Holder> side = people.reviewingSide(project, authorFirm);
        return people.holders(role).stream().filter(h -> side.contains(h) || h.firm().value() == authorFirm
                && people.decides(project, h.person().value())).toList();
    }

    /** Somebody of the reviewing side by name or address, if exactly one is meant. */
    private Optional<Holder> named(long project, long authorFirm, String name) {
        String wanted = name.strip();
        List<Holder> meant = people.reviewingSide(project, authorFirm).stream().filter(h -> {
            People.PersonView person = people.person(h.person().value());
            return person.name().equalsIgnoreCase(wanted) || person.email().equalsIgnoreCase(wanted);
        }).toList();
        return meant.size() == 1 ? Optional.of(meant.getFirst()) : Optional.empty();
    }

    /** Whether a step could still be decided, and drawn together where it has a lead, without some of those who sit in it. */
    public boolean enoughWithout(Review review, Route route, List<ReviewSeat> gone, List<ReviewSeat> came) {
        List<ReviewSeat> left = new ArrayList<>(in(review));
        left.removeIf(s -> gone.stream().anyMatch(g -> g.id() == s.id()));
        boolean leadGoes = gone.stream().anyMatch(s -> s.leads);
        if (left.isEmpty() || leadGoes && came.isEmpty()) {
            return false;
        }
        int asked = (int) left.stream().filter(s -> !s.leads).count() - (leadGoes ? 1 : 0);
        return review.state == ReviewState.RELEASING || route.steps().get(review.step).needs().of(asked) <= asked;
    }

    /** The open places of a person in a project, the most urgent first. */
    List<ReviewSeat> openIn(long project, long person) {
        return seats.openIn(project, person);
    }
}
