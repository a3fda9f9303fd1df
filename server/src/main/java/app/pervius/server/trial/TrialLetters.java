package app.pervius.server.trial;

import app.pervius.core.tell.Digest;
import app.pervius.core.tell.Letter;
import app.pervius.core.tell.Manner;
import app.pervius.core.tell.Occasion;
import app.pervius.core.trial.Tried;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The messages that all arrivals of a trial together would make: each person's of one occasion as one, and what is gathered as one. */
final class TrialLetters {

    /** The most messages that are shown. */
    static final int MOST = 100;
    private static final String LINK = "…";

    /**
     * A message as it would read.
     *
     * @param files how many files it would be about
     */
    record ForetoldLetter(String to, boolean gathered, int files, String subject, String text) {
    }

    private record At(String who, Occasion occasion) {
    }

    private record Item(String what, String folder, Tried.Told told) {
    }

    private final String project;
    private final Map<At, List<Item>> atOnce = new LinkedHashMap<>();
    private final Map<String, List<Item>> gathered = new LinkedHashMap<>();

    /** @param project its code */
    TrialLetters(String project) {
        this.project = project;
    }

    /** Takes what would be told of an arrival with the rest. */
    void add(String name, String folder, Tried tried) {
        Tried.Identity its = tried.identity();
        String what = its.number().map(number -> number + its.revision().map(r -> " " + r).orElse("") + " " + its.title()).orElse(name);
        tried.told().forEach(told -> put(new Item(what, folder, told)));
        // Those who have the first step are asked to decide; the route tells them so, whatever rules say.
        tried.steps().stream().findFirst().ifPresent(step -> step.people().forEach(person -> put(new Item(what, folder, new Tried.Told(
                Occasion.TO_DECIDE, person, tried.rule().orElse(""), name + ", step “" + step.name() + "”", "", false,
                Occasion.TO_DECIDE.because())))));
    }

    private void put(Item item) {
        Tried.Told told = item.told();
        (told.gathered() ? gathered.computeIfAbsent(told.who(), k -> new ArrayList<>())
                : atOnce.computeIfAbsent(new At(told.who(), told.occasion()), k -> new ArrayList<>())).add(item);
    }

    List<ForetoldLetter> all() {
        List<ForetoldLetter> letters = new ArrayList<>();
        atOnce.forEach((at, items) -> letters.add(letter(at, items)));
        gathered.forEach((who, items) -> letters.add(digest(who, items)));
        return letters.stream().limit(MOST).toList();
    }

    private ForetoldLetter letter(At at, List<Item> items) {
        List<String> rules = items.stream().map(i -> i.told().rules()).filter(r -> !r.isEmpty()).distinct().toList();
        String because = Manner.inWords(items.stream().map(i -> i.told().because()).toList());
        String subject = Letter.subject(items.stream().map(i -> i.told().subject()).toList(), items.size());
        Letter letter = Letter.write(new Letter.Heading(at.occasion(), project, LINK, at.who(), LINK, rules, items.size(), because, LINK),
                items.stream().limit(Digest.MOST).map(i -> new Letter.Line(i.what(), i.told().text(), LINK)).toList(), subject);
        return new ForetoldLetter(at.who(), false, items.size(), letter.subject(), letter.text());
    }

    private ForetoldLetter digest(String who, List<Item> items) {
        Letter letter = Digest.write(project, who, items.stream().map(i -> new Digest.Item(i.folder(), LINK, i.told().occasion(), i.what(),
                i.told().text(), LINK, i.told().rules().isEmpty() ? List.of() : List.of(i.told().rules()), i.told().because())).toList(),
                LINK);
        return new ForetoldLetter(who, true, items.size(), letter.subject(), letter.text());
    }
}
