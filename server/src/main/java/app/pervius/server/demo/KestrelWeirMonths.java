package app.pervius.server.demo;

import app.pervius.server.demo.SampleDrawing.Subject;
import app.pervius.server.tables.Table;
import app.pervius.server.tables.TableReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/**
 * The months of Kestrel Weir before the weeks that {@link KestrelWeirStory} tells: deliveries as {@code demo/months.csv} has them, each
 * with how it fared.
 *
 * <p>A course is one word for each cycle, joined by “&gt;”: the digit the reviewer gave and the one the approver gave; a single digit waits
 * for the approver, “-” for the reviewer, and what is “stopped” never came that far. A file in “otherwise”, by its place from 1, fared
 * differently.
 */
@Component
@Profile("demo")
class KestrelWeirMonths {

    /** Days from handing in to the answer of the reviewer, of the approver, and to handing in again. */
    private static final int REVIEWED = 4;
    private static final int APPROVED = 7;
    private static final int AGAIN = 13;

    /** Here the last weeks begin, which are told in full. */
    private static final int LAST_DAY = 25;

    private static final Map<String, String> REVIEWERS = Map.of("FNK", "Henrike Solvangen", "ALD", "Kwabena Adofori", "BRK",
            "Kwabena Adofori", "DNM", "Kwabena Adofori");
    private static final String APPROVER = "Tomasz Łęgowicz";

    private record Delivery(int daysAgo, String author, String place, Subject subject, String purpose, List<String> sheets, String course,
            Map<Integer, String> otherwise, String comment) {

        /** How a file fared in a cycle, from 0. */
        String fared(int sheet, int cycle) {
            String[] cycles = otherwise.getOrDefault(sheet, course).split(" > ", -1);
            return cycle < cycles.length ? cycles[cycle] : "";
        }
    }

    private final StoryActs acts;
    private final TableReader tables;

    KestrelWeirMonths(StoryActs acts, TableReader tables) {
        this.acts = acts;
        this.tables = tables;
    }

    /** All of it, to be done in the order of its days. */
    List<DemoDays.Act> acts(StoryActs.Cast cast) {
        List<DemoDays.Act> all = new ArrayList<>();
        read().forEach(delivery -> all.addAll(acts(cast, delivery)));
        return all;
    }

    private List<DemoDays.Act> acts(StoryActs.Cast cast, Delivery delivery) {
        List<DemoDays.Act> all = new ArrayList<>();
        Map<Integer, Long> submissions = new HashMap<>();
        Map<Integer, String> numbers = new HashMap<>();
        List<Integer> sheets = new ArrayList<>();
        for (int i = 0; i < delivery.sheets().size(); i++) {
            sheets.add(i + 1);
        }
        for (int cycle = 0; !sheets.isEmpty(); cycle++) {
            int now = cycle;
            List<Integer> these = List.copyOf(sheets);
            int day = delivery.daysAgo() - cycle * AGAIN;
            all.add(act(day, () -> submissions.put(now, handIn(cast, delivery, these, now, numbers))));
            if (these.stream().anyMatch(s -> delivery.fared(s, now).matches("\\d.?"))) {
                all.add(act(day - REVIEWED, () -> decide(cast, delivery, these, now, 0, submissions)));
            }
            if (these.stream().anyMatch(s -> delivery.fared(s, now).matches("\\d\\d"))) {
                all.add(act(day - APPROVED, () -> decide(cast, delivery, these, now, 1, submissions)));
            }
            sheets.removeIf(sheet -> delivery.fared(sheet, now + 1).isEmpty());
        }
        return all;
    }

    private static DemoDays.Act act(int day, Runnable deed) {
        return new DemoDays.Act(Math.max(LAST_DAY, day), deed);
    }

    private long handIn(StoryActs.Cast cast, Delivery delivery, List<Integer> sheets, int cycle, Map<Integer, String> numbers) {
        boolean again = cycle > 0;
        List<StoryActs.Sheet> files = sheets.stream().map(sheet -> {
            String title = delivery.sheets().get(sheet - 1);
            String name = again ? numbers.get(sheet) + "_P%02d".formatted(cycle + 1) : title;
            return new StoryActs.Sheet(name + ".pdf", delivery.subject(), title.replaceFirst("^[A-Z]+-[A-Z]_", ""));
        }).toList();
        long id = acts.dropNamed(cast, delivery.author(), delivery.place(), again ? "Answer to the comments" : delivery.purpose(), files);
        if (!again && !delivery.course().equals("stopped")) {
            for (int sheet : sheets) {
                numbers.put(sheet, acts.number(id, sheet - 1));
            }
        }
        return id;
    }

    private void decide(StoryActs.Cast cast, Delivery delivery, List<Integer> sheets, int cycle, int step, Map<Integer, Long> submissions) {
        Map<Integer, Integer> codes = new TreeMap<>();
        for (int i = 0; i < sheets.size(); i++) {
            codes.put(i, Character.digit(delivery.fared(sheets.get(i), cycle).charAt(step), 10));
        }
        String person = step == 1 ? APPROVER : Objects.requireNonNull(REVIEWERS.get(delivery.place().substring(0, 3)));
        acts.decide(cast, Objects.requireNonNull(submissions.get(cycle)), person, codes, 1, delivery.comment());
    }

    private List<Delivery> read() {
        try (InputStream from = Objects.requireNonNull(KestrelWeirMonths.class.getResourceAsStream("/demo/months.csv"))) {
            return tables.read(from).rows().stream().map(KestrelWeirMonths::delivery).toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Delivery delivery(Table.Row row) {
        List<String> cells = row.cells();
        Map<Integer, String> otherwise = new HashMap<>();
        if (!cells.get(7).isEmpty()) {
            String[] said = cells.get(7).split(": ", 2);
            otherwise.put(Integer.parseInt(said[0]), said[1]);
        }
        return new Delivery(Integer.parseInt(cells.get(0)), cells.get(1), cells.get(2), Subject.valueOf(cells.get(3)), cells.get(4),
                List.of(cells.get(5).split("; ")), cells.get(6), otherwise, cells.get(8));
    }
}
