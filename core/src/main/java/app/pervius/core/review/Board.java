package app.pervius.core.review;

import app.pervius.core.passage.PassageId;
import app.pervius.core.project.DecisionCode;
import app.pervius.core.project.PersonId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * A review where it is now: files at one step with the same people, or decided and waiting for the lead's release. Immutable;
 * everything people do gives the next board, the parts it falls into, or the reason why not.
 *
 * @param turn counts the steps begun, 0 for the first; what people do names the turn they saw
 * @param step the step it is at, 0-based
 * @param files the revisions that are at it
 * @param seats who sits in it; for the release, who may release
 * @param answers what has been said in this turn so far
 */
public record Board(Route route, Phase phase, int turn, int step, List<File> files, List<Seat> seats, Map<PassageId, List<Answer>> answers,
        List<DecisionCode> codes) {

    /** Where a review is. */
    public enum Phase { AT_STEP, RELEASING, OVER }

    /**
     * A revision under review.
     *
     * @param leftOut the steps it does not take, 0-based
     * @param ending how it ends, once that is decided
     */
    public record File(PassageId passage, Set<Integer> leftOut, Optional<Ending> ending) {
        public File {
            leftOut = Set.copyOf(leftOut);
        }
    }

    /** What comes of something somebody does. */
    public sealed interface Move {

        /** The same review, with what stands now. */
        record Noted(Board board) implements Move {
        }

        /** The step is closed, at least for some files. */
        record Closed(List<Part> parts) implements Move {
            public Closed {
                parts = List.copyOf(parts);
            }
        }

        /** Some files have become a review of their own. */
        record Divided(Board rest, Board off) implements Move {
        }

        /** It cannot be done. */
        record Refused(Refusal why) implements Move {
        }
    }

    public Board {
        files = List.copyOf(files);
        seats = List.copyOf(seats);
        answers = Map.copyOf(answers);
        codes = List.copyOf(codes);
    }

    /**
     * A decision for some files alike.
     *
     * @param from whose seat it is given from
     * @param overrule whether it may take the place of what somebody else has said where one answer is enough
     */
    public Move answer(int meantTurn, List<PassageId> which, Acting acting, PersonId from, int code, String comment, boolean overrule) {
        Optional<Refusal> refused = notHere(meantTurn).or(() -> notFrom(acting, from));
        if (refused.isPresent()) {
            return new Move.Refused(refused.get());
        }
        Optional<DecisionCode> known = codes.stream().filter(c -> c.digit() == code).findFirst();
        if (known.isEmpty()) {
            return new Move.Refused(new Refusal.NoSuchCode(code));
        }
        if (known.get().commentRequired() && comment.isBlank()) {
            return new Move.Refused(new Refusal.CommentMissing(known.get()));
        }
        Answer answer = Answer.from(from, acting.by(), code, comment);
        Map<PassageId, List<Answer>> now = new LinkedHashMap<>(answers);
        for (PassageId passage : which) {
            if (files.stream().noneMatch(f -> f.passage().equals(passage))) {
                return new Move.Refused(new Refusal.NotInReview(passage));
            }
            List<Answer> others = answersTo(passage).stream().filter(a -> !a.seat().equals(answer.seat())).toList();
            if (oneIsEnough() && !others.isEmpty() && !overrule) {
                return new Move.Refused(new Refusal.AnsweredByAnother(passage, others.getFirst()));
            }
            List<Answer> standing = new ArrayList<>(oneIsEnough() ? List.of() : others);
            standing.add(answer);
            now.put(passage, List.copyOf(standing));
        }
        return new Move.Noted(with(now));
    }

    /** Takes back what was said of some files from a seat in this turn. */
    public Move unsay(int meantTurn, List<PassageId> which, Acting acting, PersonId from) {
        Optional<Refusal> refused = notHere(meantTurn).or(() -> notFrom(acting, from));
        if (refused.isPresent()) {
            return new Move.Refused(refused.get());
        }
        Map<PassageId, List<Answer>> now = new LinkedHashMap<>(answers);
        which.forEach(passage -> now.computeIfPresent(passage, (p, said) -> said.stream().filter(a -> !a.seat().equals(Optional.of(from)))
                .toList()));
        return new Move.Noted(with(now));
    }

    /**
     * Closes the step the person means: for all files, or, where the route lets files go alone, for those that are decided.
     */
    public Move close(int meantTurn, Acting acting) {
        Optional<Refusal> refused = notHere(meantTurn).or(() -> seatOf(acting).isEmpty() ? Optional.of(new Refusal.NotYours())
                : Optional.empty());
        if (refused.isPresent()) {
            return new Move.Refused(refused.get());
        }
        if (drawing() == Step.Drawing.LEAD && seats.stream().noneMatch(s -> s.lead() && acting.seats().contains(s.person()))) {
            return new Move.Refused(new Refusal.LeadCloses());
        }
        List<PassageId> undecided = files.stream().map(File::passage).filter(p -> decision(p).isEmpty()).toList();
        if (undecided.size() == files.size() || !undecided.isEmpty() && !route.filesGoAlone()) {
            return new Move.Refused(lacking(undecided));
        }
        return new Move.Closed(parts(file -> decision(file.passage()).map(code -> lead(file, code))));
    }

    /** The time in which silence was to end has passed. */
    public Move silence(int meantTurn) {
        Optional<Refusal> refused = notHere(meantTurn);
        if (refused.isPresent()) {
            return new Move.Refused(refused.get());
        }
        return switch (at().chase().silence()) {
            case Chase.Silence.Wait() -> new Move.Noted(this);
            case Chase.Silence.Skip(int days) -> new Move.Closed(parts(file -> Optional.of(decision(file.passage())
                    .map(code -> lead(file, code))
                    .orElseGet(() -> toStep(file, step + 1)))));
            case Chase.Silence.CountsAs(int code, int days) -> {
                Board full = filledWithSilence();
                yield new Move.Closed(full.parts(file -> Optional.of(full.lead(file, full.drawn(full.answersTo(file.passage()))))));
            }
        };
    }

    /** The board with the answer that silence counts as for every file that has too few, where the step says so. */
    public Board filledWithSilence() {
        if (!(at().chase().silence() instanceof Chase.Silence.CountsAs(int code, int days))) {
            return this;
        }
        Map<PassageId, List<Answer>> filled = new LinkedHashMap<>(answers);
        files.stream().map(File::passage).filter(p -> decision(p).isEmpty()).forEach(p -> {
            List<Answer> said = new ArrayList<>(answersTo(p));
            said.add(Answer.silence(code));
            filled.put(p, List.copyOf(said));
        });
        return with(filled);
    }

    /** The lead has drawn the comments together and releases them. */
    public Move release(int meantTurn, Acting acting) {
        if (phase == Phase.OVER) {
            return new Move.Refused(new Refusal.IsOver());
        }
        if (phase != Phase.RELEASING) {
            return new Move.Refused(new Refusal.NothingToRelease());
        }
        if (meantTurn != turn) {
            return new Move.Refused(new Refusal.TurnIsOver());
        }
        if (seatOf(acting).isEmpty()) {
            return new Move.Refused(new Refusal.NotYours());
        }
        return new Move.Closed(List.of(new Part.Over(files.stream()
                .collect(Collectors.toMap(File::passage, f -> f.ending().orElseThrow())))));
    }

    /** Makes some files a review of their own, while nobody has decided. */
    public Move split(List<PassageId> which) {
        Optional<Refusal> refused = notFresh();
        if (refused.isPresent()) {
            return new Move.Refused(refused.get());
        }
        for (PassageId passage : which) {
            if (files.stream().noneMatch(f -> f.passage().equals(passage))) {
                return new Move.Refused(new Refusal.NotInReview(passage));
            }
        }
        List<File> off = files.stream().filter(f -> which.contains(f.passage())).toList();
        if (off.isEmpty() || off.size() == files.size()) {
            return new Move.Refused(new Refusal.NothingLeft());
        }
        return new Move.Divided(with(files.stream().filter(f -> !off.contains(f)).toList()), with(off));
    }

    /** Takes the files of another review of the same submission in, while nobody has decided in either. */
    public Move join(Board other) {
        Optional<Refusal> refused = notFresh().or(other::notFresh);
        if (refused.isPresent()) {
            return new Move.Refused(refused.get());
        }
        if (!route.equals(other.route) || step != other.step) {
            return new Move.Refused(new Refusal.NotAlike("they are not at the same step of the same route"));
        }
        if (!Set.copyOf(seats).equals(Set.copyOf(other.seats))) {
            return new Move.Refused(new Refusal.NotAlike("other people decide on them"));
        }
        List<File> all = new ArrayList<>(files);
        all.addAll(other.files);
        return new Move.Noted(with(all));
    }

    /** Whether it can still be taken back: nobody has decided on a file; gives why not. */
    public Optional<Refusal> notFresh() {
        if (phase == Phase.OVER) {
            return Optional.of(new Refusal.IsOver());
        }
        return turn > 0 || phase != Phase.AT_STEP || answers.values().stream().anyMatch(said -> !said.isEmpty())
                ? Optional.of(new Refusal.HasAnswers()) : Optional.empty();
    }

    /** What the answers to a file come to in this turn; empty while there are not enough. */
    public Optional<Integer> decision(PassageId passage) {
        List<Answer> said = answersTo(passage);
        boolean leadSpoke = said.stream().anyMatch(a -> a.seat().filter(this::leads).isPresent());
        long others = said.stream().filter(a -> a.seat().filter(s -> !leads(s)).isPresent()).count();
        boolean silenceCounts = said.stream().anyMatch(a -> a.seat().isEmpty());
        boolean enough = silenceCounts || others >= at().needs().of(Seating.asked(seats)) && (drawing() != Step.Drawing.LEAD || leadSpoke);
        return enough && !said.isEmpty() ? Optional.of(drawn(said)) : Optional.empty();
    }

    /** Which of the seats may be used by somebody: one's own before others'. */
    public Optional<Seat> seatOf(Acting acting) {
        return seats.stream().filter(s -> acting.seats().contains(s.person()))
                .min(Comparator.comparing(s -> s.person().equals(acting.by()) ? 0 : 1));
    }

    private Refusal.Undecided lacking(List<PassageId> undecided) {
        List<Answer> said = answersTo(undecided.getFirst());
        List<PersonId> missing = seats.size() == 1 ? List.of() : seats.stream().map(Seat::person)
                .filter(p -> said.stream().noneMatch(a -> a.seat().equals(Optional.of(p)))).toList();
        boolean leadMissing = drawing() == Step.Drawing.LEAD && missing.stream().anyMatch(this::leads);
        int others = (int) said.stream().filter(a -> a.seat().filter(s -> !leads(s)).isPresent()).count();
        return new Refusal.Undecided(undecided, missing, Math.max(0, at().needs().of(Seating.asked(seats)) - others)
                + (leadMissing ? 1 : 0));
    }

    public List<Answer> answersTo(PassageId passage) {
        return answers.getOrDefault(passage, List.of());
    }

    /** Whether the answer of one person is all a file needs in this step. */
    public boolean oneIsEnough() {
        return at().needs() instanceof Needs.Any && drawing() != Step.Drawing.LEAD;
    }

    private int drawn(List<Answer> said) {
        return switch (drawing()) {
            case WORST -> said.stream().mapToInt(Answer::code).max().orElseThrow();
            case MAJORITY -> {
                Map<Integer, Long> counts = said.stream().collect(Collectors.groupingBy(Answer::code, TreeMap::new, Collectors.counting()));
                yield counts.entrySet().stream().max(Map.Entry.<Integer, Long>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
                        .orElseThrow().getKey();
            }
            case LEAD -> said.stream().filter(a -> a.seat().filter(this::leads).isPresent()).findFirst().orElseGet(said::getLast).code();
        };
    }

    /** Where a file with a code goes from this step: an ending, or a step. */
    private Way lead(File file, int code) {
        return switch (route.leads(step, code)) {
            case Leads.On() -> step + 1 < route.steps().size() ? toStep(file, step + 1) : new Way(-1, Optional.of(new Ending(code, false)));
            case Leads.End() -> new Way(-1, Optional.of(new Ending(code, false)));
            case Leads.Back() -> new Way(-1, Optional.of(new Ending(code, true)));
            case Leads.ToStep(int to) -> toStep(file, to);
        };
    }

    private Way toStep(File file, int from) {
        return new Way(Math.min(route.stepFrom(from, file.leftOut()), route.steps().size() - 1), Optional.empty());
    }

    private record Way(int step, Optional<Ending> ending) {
    }

    private List<Part> parts(Function<File, Optional<Way>> ways) {
        List<File> staying = new ArrayList<>();
        Map<Integer, List<File>> going = new TreeMap<>();
        Map<PassageId, Ending> endings = new LinkedHashMap<>();
        for (File file : files) {
            Optional<Way> way = ways.apply(file);
            if (way.isEmpty()) {
                staying.add(file);
            } else if (way.get().ending().isPresent()) {
                endings.put(file.passage(), way.get().ending().get());
            } else {
                going.computeIfAbsent(way.get().step(), s -> new ArrayList<>()).add(file);
            }
        }
        List<Part> parts = new ArrayList<>();
        going.forEach((to, its) -> parts.add(new Part.Goes(to, its)));
        if (!endings.isEmpty()) {
            parts.add(route.lead().isPresent() ? new Part.ToRelease(endings) : new Part.Over(endings));
        }
        if (!staying.isEmpty()) {
            parts.addFirst(new Part.Stays(with(staying)));
        }
        return parts;
    }

    private Optional<Refusal> notHere(int meantTurn) {
        return switch (phase) {
            case OVER -> Optional.of(new Refusal.IsOver());
            case RELEASING -> Optional.of(meantTurn == turn ? new Refusal.OnlyRelease() : new Refusal.TurnIsOver());
            case AT_STEP -> meantTurn == turn ? Optional.empty() : Optional.of(new Refusal.TurnIsOver());
        };
    }

    private Optional<Refusal> notFrom(Acting acting, PersonId from) {
        return acting.seats().contains(from) && seats.stream().anyMatch(s -> s.person().equals(from)) ? Optional.empty()
                : Optional.of(new Refusal.NotYours());
    }

    private boolean leads(PersonId person) {
        return seats.stream().anyMatch(s -> s.lead() && s.person().equals(person));
    }

    private Step at() {
        return route.steps().get(step);
    }

    private Step.Drawing drawing() {
        return at().drawing();
    }

    private Board with(Map<PassageId, List<Answer>> now) {
        return new Board(route, phase, turn, step, files, seats, now, codes);
    }

    private Board with(List<File> its) {
        Map<PassageId, List<Answer>> kept = new LinkedHashMap<>(answers);
        kept.keySet().retainAll(its.stream().map(File::passage).toList());
        return new Board(route, phase, turn, step, its, seats, kept, codes);
    }
}
