package app.pervius.core.register;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The revision sequences of a project, in the order a document goes through them: for review first, for construction after.
 *
 * @param inOrder at least one; no code belongs to two of them
 */
public record RevisionSequences(List<RevisionSequence> inOrder) {

    /** What a project begins with. */
    public static final RevisionSequences USUAL = new RevisionSequences(List.of(
            new RevisionSequence("review", "for review", new RevisionSequence.Form.Counted("P", 2, 1), false),
            new RevisionSequence("construction", "for construction", new RevisionSequence.Form.Counted("C", 2, 1), false)));

    /** How far two sequences are compared for a code they share. */
    private static final int COMPARED = 60;

    public RevisionSequences {
        inOrder = List.copyOf(inOrder);
        if (inOrder.isEmpty()) {
            throw new IllegalArgumentException("a project needs a revision sequence");
        }
    }

    /** What keeps the sequences from being put in force, in sentences; empty if nothing does. */
    public List<String> faults() {
        Set<String> keys = new HashSet<>();
        Set<String> codes = new HashSet<>();
        java.util.List<String> found = new java.util.ArrayList<>();
        for (RevisionSequence sequence : inOrder) {
            if (sequence.name().isBlank()) {
                found.add("Every sequence needs a name.");
            }
            if (!keys.add(sequence.key())) {
                found.add("Two sequences are called “" + sequence.key() + "”.");
            }
            for (int main = 0; main < COMPARED && sequence.code(main).isPresent(); main++) {
                if (!codes.add(sequence.code(main).get().text())) {
                    found.add("“" + sequence.code(main)
                            .get() + "” would belong to two sequences, so nobody could say what comes after it.");
                    break;
                }
            }
        }
        return List.copyOf(found);
    }

    public Optional<RevisionSequence> find(String key) {
        return inOrder.stream().filter(s -> s.key().equals(key)).findFirst();
    }

    /** Reads a code of any of the sequences. */
    public Optional<RevisionCode> read(String text) {
        return of(text).map(s -> new RevisionCode(text));
    }

    private Optional<RevisionSequence> of(String code) {
        return inOrder.stream().filter(s -> s.place(code).isPresent()).findFirst();
    }

    /**
     * Which revision an arrival is.
     *
     * @param latest the document's newest revision, if it has one
     * @param named the code its name carries, if it carries one
     * @param wanted the sequence it is to be in, by rule or by hand; empty to go on in the one it is in
     */
    public NextRevision next(Optional<RevisionCode> latest, Optional<RevisionCode> named, Optional<String> wanted) {
        Optional<RevisionSequence> now = latest.flatMap(code -> of(code.text()));
        RevisionSequence in = wanted.flatMap(this::find).or(() -> now).orElse(inOrder.getFirst());
        boolean changes = now.isPresent() && !now.get().equals(in);
        Optional<RevisionCode> expected = now.isPresent() && !changes ? in.after(latest.orElseThrow()) : Optional.of(in.first());
        if (expected.isEmpty()) {
            return new NextRevision.NoMore(latest.orElseThrow());
        }
        return named.map(code -> named(code, expected.get(), latest, now)).orElse(new NextRevision.Follows(expected.get()));
    }

    private NextRevision named(RevisionCode named, RevisionCode expected, Optional<RevisionCode> latest, Optional<RevisionSequence> now) {
        if (named.equals(expected)) {
            return new NextRevision.Follows(named);
        }
        RevisionSequence of = of(named.text()).orElseThrow();
        RevisionSequence.Place place = of.place(named.text()).orElseThrow();
        if (now.isEmpty() || !of.equals(now.get())) {
            boolean earlier = now.isPresent() && inOrder.indexOf(of) < inOrder.indexOf(now.get());
            boolean begins = place.main() == 0 && place.sub() == 0;
            if (earlier) {
                return new NextRevision.GoesBack(named, latest.orElseThrow(), expected);
            }
            return begins && now.isPresent() ? new NextRevision.Changes(named, of) : new NextRevision.Skips(named, expected);
        }
        RevisionSequence.Place last = of.place(latest.orElseThrow().text()).orElseThrow();
        if (place.compareTo(last) <= 0) {
            return new NextRevision.GoesBack(named, latest.get(), expected);
        }
        boolean subStep = place.main() == last.main() && place.sub() == last.sub() + 1;
        return subStep ? new NextRevision.Follows(named) : new NextRevision.Skips(named, expected);
    }

    /** How they run, for people. */
    public String inWords() {
        return inOrder.stream().map(s -> s.name() + ": " + s.inWords()).collect(Collectors.joining("; "));
    }
}
