package app.pervius.bench;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** What those who only look cost those who do something: browsers that are open on what changes, each asking again as ours do. */
final class LiveRate implements Bench.Part {

    private static final int PEOPLE = 30;
    /** As many more for the large drop. */
    private static final int MORE_PEOPLE = 20;
    private static final int EACH = 10;
    private static final int DROPS = 12;
    private static final int WARMING = 6;
    private static final int MANY_FILES = 1500;
    private static final int MOST_SECONDS = 60;
    private static final int MOST_SECONDS_FOR_MANY = 600;

    private final int browsers;
    private final int files;

    LiveRate(double scale) {
        browsers = (int) (PEOPLE * EACH * scale);
        files = (int) (MANY_FILES * scale);
    }

    @Override
    public List<Measure> measure() throws Exception {
        Path data = Packaged.directory("bench-live");
        try (Packaged server = Packaged.ours(List.of("-Xmx512m"), "serve", "--data", data.toString())) {
            Site site = server.setUp();
            List<Person> people = site.more(PEOPLE + MORE_PEOPLE);
            tellEverybody(site);
            Person author = site.controller();
            List<OpenPage> open = openAll(site, people.subList(0, PEOPLE), browsers);
            drops(site, author, open, WARMING);
            List<Drop> watched = drops(site, author, open, DROPS);
            open.addAll(openAll(site, people.subList(PEOPLE, PEOPLE + MORE_PEOPLE), MORE_PEOPLE * EACH * browsers / (PEOPLE * EACH)));
            int most = open.size();
            double manyWatched = many(site, author, "many watched");
            for (OpenPage page : open) {
                page.close();
            }
            // Taken afterwards, so that the floor has all the warming up there was.
            drops(site, author, List.of(), WARMING);
            List<Double> alone = drops(site, author, List.of(), DROPS).stream().map(Drop::answered).toList();
            double many = many(site, author, "many alone");
            openAll(site, people, browsers);
            double stopped = server.stop();
            return List.of(
                    Measure.atMost("l", "a drop of one file, from its beginning to the answer that it has come, with " + browsers
                            + " browsers open on folder, Desk and Passages, median, s", Crowd.median(watched.stream().map(Drop::answered)
                            .toList()), "the same with none", Crowd.median(alone), 1.5),
                    Measure.within("l", "until the last of them shows it, median, s", Crowd.median(watched.stream().map(Drop::shown)
                            .toList()), 2),
                    Measure.within("l", "from its answer to the tray of those who are told of it, 95th percentile, s",
                            Crowd.quantile(watched.stream().flatMap(d -> d.told().stream()).toList(), 0.95), 1),
                    Measure.atMost("l", "a drop of " + files + " files, from its beginning to the answer that it has come, with " + most
                            + " browsers open, s", manyWatched, "the same with none", many, 1.5),
                    Measure.within("l", "stop with " + browsers + " streams open, s", stopped, 5));
        } finally {
            Site.delete(data);
        }
    }

    /** The seconds until a large drop is answered; comes back once all of it waits for a decision. */
    private double many(Site site, Person author, String name) {
        long begin = System.nanoTime();
        long submission = site.send(author, site.drawings(), name, files);
        Site.close(author, submission);
        double answered = Crowd.since(begin);
        String under = "/api/projects/" + site.project() + "/passages?which=ON_THE_WAY&submission=" + submission;
        Crowd.until(() -> author.get(under).get("items").valueStream().allMatch(row -> row.get("passage").get("at").get("state").asString()
                .equals("WAITING")), MOST_SECONDS_FOR_MANY);
        return answered;
    }

    static List<OpenPage> openAll(Site site, List<Person> people, int browsers) {
        List<OpenPage> open = new ArrayList<>();
        for (int i = 0; i < browsers; i++) {
            open.add(new OpenPage(people.get(i % people.size()), site, OpenPage.Place.values()[i % OpenPage.Place.values().length]));
        }
        Crowd.until(() -> open.stream().allMatch(OpenPage::connected), MOST_SECONDS);
        return open;
    }

    /**
     * One drop.
     *
     * @param answered seconds from its beginning to the answer that it has come
     * @param shown seconds from then until all who show it do
     * @param told seconds from then until each heard that something has come for him
     */
    private record Drop(double answered, double shown, List<Double> told) {
    }

    private static List<Drop> drops(Site site, Person author, List<OpenPage> open, int count) {
        List<Drop> all = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            String name = "live " + open.size() + " " + System.nanoTime();
            open.forEach(page -> page.await(name));
            long begin = System.nanoTime();
            Site.close(author, site.send(author, site.drawings(), name, 1));
            long answered = System.nanoTime();
            Crowd.until(() -> open.stream().allMatch(OpenPage::shows), MOST_SECONDS);
            double shown = open.stream().mapToDouble(page -> page.shownAfter(answered)).max().orElse(0);
            Crowd.until(() -> open.stream().allMatch(OpenPage::quiet), MOST_SECONDS);
            all.add(new Drop((answered - begin) / 1e9, shown, open.stream().map(page -> page.toldAfter(answered)).toList()));
        }
        return all;
    }

    /** A rule that tells everybody of the deciders' firm of each arrival. */
    static void tellEverybody(Site site) {
        Person ines = site.controller();
        long firm = ines.get("/api/projects/" + site.project() + "/people").get("firms").valueStream()
                .filter(f -> f.get("code").asString().equals("DEC")).findFirst().orElseThrow().get("id").asLong();
        Map<String, Object> rule = Map.of("kind", "WATCHING", "name", "Tells everybody", "description", "", "places",
                List.of(Map.of("folder", site.drawings(), "withBelow", true)), "conditions", List.of(), "copies", List.of(), "stations",
                Map.of("tell", Map.of("tellings", List.of(Map.of("occasion", "ARRIVED", "whom", List.of(Map.of("kind", "FIRM", "id", firm)),
                        "text", "")))));
        long id = ines.post("/api/projects/" + site.project() + "/rules", Map.of("rule", rule)).get("id").asLong();
        ines.post("/api/projects/" + site.project() + "/rules/putting-in-force", Map.of("rows", List.of(Map.of("id", id, "version", 0)),
                "order", false));
    }
}
