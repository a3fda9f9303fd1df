package app.pervius.core.comment;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.project.PersonId;
import app.pervius.core.review.Drawn;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Who reads a comment, and who may do what with it when. */
class CommentTest {

    private static final PersonId HENRIKE = new PersonId(1);
    private static final Reader SHE = new Reader(HENRIKE, Side.REVIEWING, false);
    private static final Reader COLLEAGUE = new Reader(new PersonId(2), Side.REVIEWING, false);
    private static final Reader LEAD = new Reader(new PersonId(3), Side.REVIEWING, true);
    private static final Reader DESIGNER = new Reader(new PersonId(4), Side.SENDING, false);

    private static Comment open() {
        return new Comment(HENRIKE, Side.REVIEWING, Stage.OPEN, false, false, false, new Drawn.Kept());
    }

    private static Comment released(Drawn drawn) {
        return new Comment(HENRIKE, Side.REVIEWING, Stage.OPEN, false, true, true, drawn);
    }

    @Test
    void staysOnTheReviewingSideUntilItsRelease() {
        assertThat(open().readBy(COLLEAGUE)).isTrue();
        assertThat(open().readBy(DESIGNER)).isFalse();
        assertThat(released(new Drawn.Kept()).readBy(DESIGNER)).isTrue();
        assertThat(released(new Drawn.Dropped()).readBy(DESIGNER)).as("what was dropped stays for good").isFalse();
        assertThat(released(new Drawn.Dropped()).readBy(COLLEAGUE)).isTrue();
        assertThat(new Comment(DESIGNER.person(), Side.SENDING, Stage.OPEN, false, false, false, new Drawn.Kept()).readBy(COLLEAGUE))
                .as("what the author's firm says is for everybody").isTrue();
    }

    @Test
    void isReadOnTheOtherSideInTheWordsOfTheLead() {
        Comment reworded = released(new Drawn.Reworded("Please check."));
        assertThat(reworded.read("Rubbish.", DESIGNER)).isEqualTo("Please check.");
        assertThat(reworded.read("Rubbish.", COLLEAGUE)).isEqualTo("Rubbish.");
    }

    @Test
    void isChangedByItsAuthorWhileNobodyElseHasReadOrAnsweredIt() {
        assertThat(open().change(SHE)).isEmpty();
        assertThat(open().change(COLLEAGUE)).contains(Refusal.NOT_YOURS);
        assertThat(released(new Drawn.Kept()).change(SHE)).contains(Refusal.HANDED_OVER);
        assertThat(new Comment(HENRIKE, Side.REVIEWING, Stage.OPEN, false, true, false, new Drawn.Kept()).change(SHE))
                .as("said after the release").isEmpty();
        assertThat(new Comment(HENRIKE, Side.REVIEWING, Stage.OPEN, true, false, false, new Drawn.Kept()).change(SHE))
                .contains(Refusal.ANSWERED_ALREADY);
        assertThat(new Comment(HENRIKE, Side.REVIEWING, Stage.CLOSED, false, false, false, new Drawn.Kept()).change(SHE))
                .contains(Refusal.IS_CLOSED);
    }

    @Test
    void isClosedAndOpenedAgainByTheReviewingSide() {
        Comment answered = new Comment(HENRIKE, Side.REVIEWING, Stage.ANSWERED, true, true, true, new Drawn.Kept());
        Comment closed = new Comment(HENRIKE, Side.REVIEWING, Stage.CLOSED, true, true, true, new Drawn.Kept());
        assertThat(answered.close(COLLEAGUE, true)).isEmpty();
        assertThat(answered.close(DESIGNER, true)).contains(Refusal.REVIEWERS_CLOSE);
        assertThat(answered.close(COLLEAGUE, false)).contains(Refusal.IS_OPEN);
        assertThat(closed.close(COLLEAGUE, true)).contains(Refusal.IS_CLOSED);
        assertThat(closed.close(COLLEAGUE, false)).isEmpty();
        assertThat(closed.openedAgain()).isEqualTo(Stage.ANSWERED);
        assertThat(open().openedAgain()).isEqualTo(Stage.OPEN);
        assertThat(closed.answer()).contains(Refusal.IS_CLOSED);
        assertThat(answered.answer()).isEmpty();
        assertThat(new Comment(DESIGNER.person(), Side.SENDING, Stage.OPEN, false, false, false, new Drawn.Kept()).close(DESIGNER, true))
                .as("a question of one's own").isEmpty();
    }

    @Test
    void isOpenAgainWhenWhoeverAskedAsksAgain() {
        assertThat(open().answeredBy(DESIGNER.person())).isEqualTo(Stage.ANSWERED);
        assertThat(open().answeredBy(HENRIKE)).isEqualTo(Stage.OPEN);
    }

    @Test
    void isDrawnTogetherByTheLeadBeforeTheRelease() {
        assertThat(open().draw(LEAD)).isEmpty();
        assertThat(open().draw(SHE)).contains(Refusal.LEAD_DRAWS);
        assertThat(released(new Drawn.Kept()).draw(LEAD)).contains(Refusal.LEAD_DRAWS);
        assertThat(new Comment(DESIGNER.person(), Side.SENDING, Stage.OPEN, false, false, false, new Drawn.Kept()).draw(LEAD))
                .as("nobody rewords what the author's firm says").contains(Refusal.LEAD_DRAWS);
    }

    private static Place place(Shape shape, int points) {
        return new Place(1, shape, Collections.nCopies(points, new Point(10, 20)), Optional.empty());
    }

    @ParameterizedTest
    @EnumSource(Shape.class)
    void aPlaceHasAsManyPointsAsItsShapeNeeds(Shape shape) {
        assertThat(place(shape, shape.least()).fault()).isEmpty();
        assertThat(place(shape, shape.least() - 1).fault()).isPresent();
        assertThat(place(shape, shape.most() + 1).fault()).isPresent();
    }

    @ParameterizedTest
    @ValueSource(doubles = {Double.NaN, Double.POSITIVE_INFINITY, 1e9})
    void aPlaceIsOnAPage(double x) {
        assertThat(new Place(1, Shape.POINT, List.of(new Point(x, 0)), Optional.empty()).fault()).isPresent();
        assertThat(new Place(1, Shape.POINT, List.of(new Point(0, x)), Optional.empty()).fault()).isPresent();
        assertThat(new Place(0, Shape.POINT, List.of(new Point(0, 0)), Optional.empty()).fault()).isPresent();
    }

    @Test
    void aLengthIsMeasuredByItsScale() {
        Place length = new Place(1, Shape.LENGTH, List.of(new Point(0, 0), new Point(30, 40)), Optional.of(0.5));
        assertThat(length.fault()).isEmpty();
        assertThat(length.metres()).contains(25.0);
        assertThat(place(Shape.LENGTH, 2).metres()).isEmpty();
        assertThat(new Place(1, Shape.BOX, length.points(), Optional.of(0.5)).fault()).isPresent();
        assertThat(new Place(1, Shape.LENGTH, length.points(), Optional.of(0.0)).fault()).isPresent();
        assertThat(new Place(1, Shape.LENGTH, length.points(), Optional.of(Double.NaN)).fault()).isPresent();
    }
}
