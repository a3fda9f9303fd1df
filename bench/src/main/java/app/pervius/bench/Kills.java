package app.pervius.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.IntStream;
import tools.jackson.databind.JsonNode;

/**
 * Kills the built Pervius again and again while people work, and holds what it has answered against what it says after each start, fact by
 * fact, over HTTP and by the bytes on the disk; Pervius' own check has no part in it. Bounded: so many kills, each with a load of at most
 * some four seconds, on loopback alone.
 */
final class Kills {

    private static final int LONGEST_LOAD_MS = 4_000;
    private static final int OLDER_FACTS = 150;
    private static final int EVERY_SECONDS = 1;
    private static final String AUTHOR = Site.CONTROLLER;

    private final Facts facts = new Facts();
    /** How often each message came, by its id, and what is in the ones of the author that tell several things. */
    private final Map<String, AtomicInteger> mails = new ConcurrentHashMap<>();
    private final AtomicInteger gathered = new AtomicInteger();
    private final List<String> wrong = new ArrayList<>();

    private Kills() {
    }

    /** Arguments: the file to write, and how many kills. */
    public static void main(String[] arguments) throws Exception {
        new Kills().run(Path.of(arguments[0]), Integer.parseInt(arguments[1]));
        System.exit(0);
    }

    private void run(Path file, int kills) throws IOException, InterruptedException {
        Path root = Packaged.directory("kills");
        Path data = root.resolve("data");
        Path allowed = root.resolve("watched");
        Path watched = Files.createDirectories(allowed.resolve("in"));
        Instant begun = Instant.now();
        try (MailSink mail = new MailSink(this::heard)) {
            String[] command = {"serve", "--data", data.toString(), "--mail", "127.0.0.1:" + mail.port(), "--directories-below",
                allowed.toString()};
            Packaged first = Packaged.ours(List.of(), "serve", "--data", data.toString());
            // Without mail the links of invitations are told.
            Site site = first.setUp();
            first.stop();
            Packaged running = Packaged.ours(List.of(), command);
            running.firstAnswer("/api/entrance");
            String at = running.address();
            Person ines = new Person(running.address()).signIn(AUTHOR);
            long taken = watch(ines, site, watched);
            gather(ines, site);
            List<Person> controllers = IntStream.range(0, 4).mapToObj(i -> new Person(at).signIn(AUTHOR)).toList();
            List<Person> deciders = IntStream.range(0, 2).mapToObj(i -> site.decider(i, at)).toList();
            KillLoad load = new KillLoad(facts, site, data, watched, taken);
            for (int kill = 1; kill <= kills; kill++) {
                int before = facts.size();
                AtomicBoolean enough = new AtomicBoolean();
                List<Thread> working = load.begin(kill, controllers, deciders, enough);
                LockSupport.parkNanos((200L + ThreadLocalRandom.current().nextInt(LONGEST_LOAD_MS)) * 1_000_000);
                running.kill();
                enough.set(true);
                for (Thread each : working) {
                    each.join();
                }
                running = Packaged.ours(List.of(), command);
                running.firstAnswer("/api/entrance");
                String address = running.address();
                // Whoever was signed in when it was killed still is.
                controllers.forEach(person -> person.movedTo(address));
                deciders.forEach(person -> person.movedTo(address));
                List<String> lost = facts.wrong(facts.since(before, OLDER_FACTS), controllers.getFirst());
                wrong.addAll(lost);
                System.err.println("kill " + kill + ": " + (facts.size() - before) + " facts, " + (lost.isEmpty() ? "all hold" : lost));
            }
            Person last = controllers.getFirst();
            wrong.addAll(facts.wrong(facts.since(0, 0), last));
            numbersAreThereOnce(last, site);
            placedFilesAreThereOnce(last, site);
            messagesCame(last, site, kills);
            running.stop();
            write(file, kills, begun, mail.taken());
        } finally {
            Site.delete(root);
        }
    }

    private static long watch(Person ines, Site site, Path watched) {
        long folder = ines.post("/api/folders/" + site.drawings() + "/folders", Map.of("name", "From a directory", "values", Map.of()))
                .get("id").asLong();
        Map<String, Object> form = new HashMap<>(Map.of("folder", folder, "path", watched.toString(), "everySeconds", EVERY_SECONDS,
                "restSeconds", 0, "author", ines.get("/api/session").get("actor").get("memberships").get(Long.toString(site.project()))
                .get("person").asLong(), "authors", List.of(), "quietSeconds", EVERY_SECONDS, "switchedOn", true, "version", 0));
        ines.post("/api/projects/" + site.project() + "/directories", form);
        return folder;
    }

    /** What the author is told is gathered, a minute at a time. */
    private static void gather(Person ines, Site site) {
        ines.put("/api/projects/" + site.project() + "/my-messages", Map.of("wish", Map.of("minutes", 1, "workingDays", false), "version",
                0));
    }

    private void heard(String mail) {
        String id = mail.lines().filter(line -> line.regionMatches(true, 0, "Message-ID:", 0, 11)).findFirst().orElse("none");
        mails.computeIfAbsent(id, key -> new AtomicInteger()).incrementAndGet();
        if (mail.contains("gathered for you")) {
            gathered.incrementAndGet();
        }
    }

    private void numbersAreThereOnce(Person who, Site site) {
        Facts.Look look = new Facts.Look(who);
        Set<String> seen = new HashSet<>();
        for (JsonNode row : look.all("/api/projects/" + site.project() + "/documents", page -> page)) {
            String number = row.get("number").asString();
            if (!seen.add(number)) {
                wrong.add("number " + number + " is there twice");
            }
        }
        Map<String, Long> passages = new HashMap<>();
        for (JsonNode row : look.all("/api/projects/" + site.project() + "/passages?which=ALL", page -> page)) {
            JsonNode names = row.get("passage").get("names");
            Long other = names.has("number") ? passages.put(names.get("number").asString() + " " + names.get("revision").asString(),
                    row.get("passage").get("id").asLong()) : null;
            if (other != null) {
                wrong.add("passage " + other + " has the number of another");
            }
        }
        System.err.println(seen.size() + " numbers, each there once; " + passages.size() + " revisions.");
    }

    /** What was issued lies in the shared folder once, and nothing lies there that was not. */
    private void placedFilesAreThereOnce(Person who, Site site) {
        Facts.Look look = new Facts.Look(who);
        long shared = look.at("/api/projects/" + site.project() + "/folders").valueStream().filter(f -> f.get("path").asString().equals(
                "Shared")).findFirst().orElseThrow().get("id").asLong();
        List<String> there = look.all("/api/folders/" + shared, page -> page.get("files")).stream().map(row -> row.get("file").get("name")
                .asString()).toList();
        List<String> issued = look.all("/api/projects/" + site.project() + "/passages?which=DONE", page -> page).stream()
                .map(row -> row.get("passage")).filter(p -> p.get("at").path("ended").asString("").equals("ISSUED"))
                .map(p -> p.get("names").get("number").asString() + "_" + p.get("names").get("revision").asString() + ".pdf").toList();
        if (new HashSet<>(there).size() != there.size()) {
            wrong.add("a file lies in Shared twice");
        }
        if (!new HashSet<>(there).equals(new HashSet<>(issued))) {
            wrong.add("Shared has " + there.size() + " files, " + issued.size() + " revisions were issued");
        }
        System.err.println(issued.size() + " issued, " + there.size() + " files in Shared.");
    }

    /** Every message that was sent came, none has two ids, and of each kill at most one came twice. */
    private void messagesCame(Person who, Site site, int kills) {
        String unsent = "/api/projects/" + site.project() + "/messages?whose=ALL&which=WAITING";
        long end = System.nanoTime() + 150_000_000_000L;
        while (System.nanoTime() < end && !who.get(unsent).get("items").isEmpty()) {
            LockSupport.parkNanos(500_000_000);
        }
        Facts.Look look = new Facts.Look(who);
        long sent = look.all("/api/projects/" + site.project() + "/messages?whose=ALL&which=SENT", page -> page).size();
        long twice = mails.values().stream().mapToLong(times -> times.get() - 1L).sum();
        if (mails.size() != sent) {
            wrong.add(sent + " messages are said to be sent, and " + mails.size() + " came");
        }
        if (twice > kills) {
            wrong.add(twice + " messages came more than once in " + kills + " kills");
        }
        System.err.println(sent + " messages sent, " + mails.size() + " came, " + gathered + " of them gathered; " + twice
                + " came once more, under the same id.");
    }

    private void write(Path file, int kills, Instant begun, int mail) throws IOException {
        List<String> lines = new ArrayList<>(List.of("# Killed and compared", "", kills + " kills under load in " + ChronoUnit.MINUTES
                .between(begun, Instant.now()) + " minutes; " + facts.size() + " answered facts held against what was there afterwards in "
                + facts.comparisons() + " comparisons; " + mail + " mails came.", "", wrong.isEmpty() ? "Everything holds."
                : "What does not hold:"));
        wrong.stream().distinct().forEach(each -> lines.add("- " + each));
        Files.createDirectories(file.toAbsolutePath().getParent());
        Files.writeString(file, String.join("\n", lines) + "\n");
        lines.forEach(System.out::println);
    }
}
