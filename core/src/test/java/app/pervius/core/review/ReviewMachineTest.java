package app.pervius.core.review;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.Rounds;
import app.pervius.core.passage.PassageId;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/**
 * Generated routes and generated orders of everything that can happen to a review. Whatever they are: no revision has two outcomes,
 * none is lost, and none is ever where nobody could bring it to its end.
 */
class ReviewMachineTest {

    private static final int FILES = 4;
    private static final List<PersonId> PEOPLE = IntStream.range(1, 6).mapToObj(PersonId::new).toList();

    /** All reviews that came of one submission on one route, and what is over. */
    private static final class World {
        private final Random random;
        private final Route route;
        private final List<Board> boards = new ArrayList<>();
        private final Map<PassageId, Ending> over = new HashMap<>();

        World(Random random) {
            this.random = random;
            this.route = route(random);
            List<Board.File> files = IntStream.range(0, FILES).mapToObj(i -> new Board.File(new PassageId(i), leftOut(random, route),
                    Optional.empty())).toList();
            Map<Integer, List<Board.File>> byFirst = files.stream().collect(Collectors.groupingBy(f -> route.stepFrom(0, f.leftOut())));
            byFirst.forEach((step, its) -> boards.add(atStep(0, step, its)));
        }

        private Board atStep(int turn, int step, List<Board.File> files) {
            Step at = route.steps().get(step);
            int seats = 2 + random.nextInt(3);
            return new Board(route, Board.Phase.AT_STEP, turn, step, files,
                    IntStream.range(0, seats).mapToObj(i -> new Seat(PEOPLE.get(i), at.drawing() == Step.Drawing.LEAD && i == 0)).toList(),
                    Map.of(), DecisionCode.AS_SHIPPED);
        }

        void happens(int index, Board.Move move) {
            Board before = boards.get(index);
            switch (move) {
                case Board.Move.Refused(Refusal why) -> assertThat(why).isNotNull();
                case Board.Move.Noted(Board board) -> boards.set(index, board);
                case Board.Move.Divided(Board rest, Board off) -> {
                    boards.set(index, rest);
                    boards.add(off);
                }
                case Board.Move.Closed(List<Part> parts) -> {
                    boards.remove(index);
                    parts.forEach(part -> becomes(before, part));
                }
            }
            nothingIsLostOrDoubled();
        }

        private void becomes(Board before, Part part) {
            switch (part) {
                case Part.Stays(Board board) -> boards.add(board);
                case Part.Goes(int step, List<Board.File> files) -> {
                    assertThat(files).allMatch(f -> !f.leftOut().contains(step));
                    boards.add(atStep(before.turn() + 1, step, files));
                }
                case Part.ToRelease(Map<PassageId, Ending> endings) ->
                        boards.add(new Board(route, Board.Phase.RELEASING, before.turn() + 1, before.step(),
                        endings.entrySet().stream().map(e -> new Board.File(e.getKey(), Set.of(), Optional.of(e.getValue()))).toList(),
                        List.of(new Seat(PEOPLE.getFirst(), true)), Map.of(), DecisionCode.AS_SHIPPED));
                case Part.Over(Map<PassageId, Ending> endings) -> endings.forEach((passage, ending) ->
                        assertThat(over.put(passage, ending)).as("a second outcome").isNull());
            }
        }

        private void nothingIsLostOrDoubled() {
            List<PassageId> all = new ArrayList<>(over.keySet());
            boards.forEach(board -> board.files().forEach(f -> all.add(f.passage())));
            assertThat(all).hasSize(FILES).doesNotHaveDuplicates();
            assertThat(boards).allMatch(board -> !board.files().isEmpty() && !board.seats().isEmpty());
        }

        void anything() {
            int index = random.nextInt(boards.size());
            Board board = boards.get(index);
            PersonId who = PEOPLE.get(random.nextInt(PEOPLE.size()));
            Acting acting = random.nextInt(5) == 0 ? new Acting(who, new HashSet<>(List.of(who, PEOPLE.getFirst()))) : Acting.self(who);
            int turn = random.nextInt(8) == 0 ? board.turn() - 1 : board.turn();
            List<PassageId> some = some(board);
            switch (random.nextInt(12)) {
                case 0 -> happens(index, board.split(some));
                case 1 -> joins(index, board);
                case 2 -> happens(index, board.silence(turn));
                case 3, 4 -> happens(index, board.close(turn, acting));
                case 5 -> happens(index, board.release(turn, acting));
                case 6 -> happens(index, board.unsay(turn, some, acting, who));
                default -> happens(index, board.answer(turn, some, acting, who, 1 + random.nextInt(5), random.nextBoolean() ? "" : "why",
                        random.nextBoolean()));
            }
        }

        private void joins(int index, Board board) {
            int other = random.nextInt(boards.size());
            if (other == index || !(board.join(boards.get(other)) instanceof Board.Move.Noted(Board together))) {
                return;
            }
            boards.set(index, together);
            boards.remove(other);
            nothingIsLostOrDoubled();
        }

        private List<PassageId> some(Board board) {
            Set<PassageId> some = new HashSet<>(List.of(new PassageId(random.nextInt(FILES))));
            board.files().stream().filter(f -> random.nextBoolean()).forEach(f -> some.add(f.passage()));
            return List.copyOf(some);
        }

        /** Everybody who sits somewhere says 1, and the first person closes and releases. */
        void toTheEnd() {
            for (int i = 0; i < 200 && !boards.isEmpty(); i++) {
                Board board = boards.getFirst();
                Acting first = Acting.self(PEOPLE.getFirst());
                if (board.phase() == Board.Phase.RELEASING) {
                    happens(0, board.release(board.turn(), first));
                    continue;
                }
                for (Seat seat : board.seats()) {
                    happens(0, boards.getFirst().answer(board.turn(), board.files().stream().map(Board.File::passage).toList(),
                            Acting.self(seat.person()), seat.person(), 1, "", true));
                }
                happens(0, boards.getFirst().close(board.turn(), first));
            }
        }
    }

    private static Set<Integer> leftOut(Random random, Route route) {
        return IntStream.range(0, route.steps().size() - 1).filter(i -> random.nextInt(3) == 0).boxed().collect(Collectors.toSet());
    }

    private static Route route(Random random) {
        int count = 1 + random.nextInt(4);
        List<Step> steps = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            Map<Integer, Leads> leads = new HashMap<>();
            for (int code = 2; code <= 4; code++) {
                int at = i;
                switch (random.nextInt(5)) {
                    case 0 -> leads.put(code, new Leads.End());
                    case 1 -> leads.put(code, new Leads.Back());
                    case 2 -> { if (at > 0) { leads.put(code, new Leads.ToStep(random.nextInt(at))); } }
                    default -> { }
                }
            }
            Needs needs = List.of(new Needs.Any(), new Needs.All(), new Needs.AtLeast(1)).get(random.nextInt(3));
            Chase.Silence silence = i < count - 1 && random.nextBoolean() ? new Chase.Silence.Skip(1)
                    : random.nextBoolean() ? new Chase.Silence.CountsAs(2, 1) : new Chase.Silence.Wait();
            steps.add(new Step("Step " + i, i == count - 1 ? Step.Kind.APPROVAL : Step.Kind.REVIEW, List.of(new Who.InRole(new RoleId(1))),
                    needs,
                    Step.Drawing.values()[random.nextInt(3)], 5, Optional.empty(), leads, new Chase(0, 0, 0, List.of(), silence)));
        }
        Route made = new Route("r", "R", 1, steps, false, random.nextBoolean(), random.nextBoolean()
                ? Optional.of(new Who.InRole(new RoleId(1))) : Optional.empty(),
                List.of(), List.of(), List.of(), Completion.NOTHING);
        assertThat(RouteCheck.faults(made, DecisionCode.AS_SHIPPED)).isEmpty();
        return made;
    }

    @Test
    void noOrderOfEventsLosesOrDoublesOrStrandsARevision() {
        int parted = 0;
        int overEarly = 0;
        for (int round = 0; round < Rounds.of(3000); round++) {
            World world = new World(new Random(round));
            for (int event = 0; event < 60 && !world.boards.isEmpty(); event++) {
                world.anything();
            }
            parted += world.boards.size() > 1 ? 1 : 0;
            overEarly += world.over.isEmpty() ? 0 : 1;
            world.toTheEnd();
            assertThat(world.over).as("round " + round).hasSize(FILES);
        }
        assertThat(parted).as("rounds in which a review had parted").isGreaterThan(Rounds.of(3000) / 20);
        assertThat(overEarly).as("rounds in which revisions were decided on the way").isGreaterThan(Rounds.of(3000) / 20);
    }
}
