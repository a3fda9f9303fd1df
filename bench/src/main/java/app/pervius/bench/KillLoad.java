package app.pervius.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.IntStream;
import tools.jackson.databind.JsonNode;

/** People who work until Pervius is gone; whatever was answered to them becomes a fact. */
final class KillLoad {

    private static final int FILES = 3;
    private static final int LARGEST = 60_000;

    /** Something somebody does again and again; the number says how often before. */
    private interface Work {
        void once(Person who, String name) throws IOException;
    }

    private final Facts facts;
    private final Site site;
    private final Path data;
    private final Path watched;
    private final long taken;
    private final String at;

    /**
     * @param data the data directory, whose contents are looked at as they lie
     * @param watched a directory files are taken from into the folder {@code taken}
     */
    KillLoad(Facts facts, Site site, Path data, Path watched, long taken) {
        this.facts = facts;
        this.site = site;
        this.data = data;
        this.watched = watched;
        this.taken = taken;
        this.at = "/api/projects/" + site.project();
    }

    /** Has all of them begin; they end by themselves once nobody answers or {@code enough} is set. */
    List<Thread> begin(int round, List<Person> controllers, List<Person> deciders, AtomicBoolean enough) {
        List<Thread> all = new ArrayList<>();
        all.add(works("a" + round, controllers.get(0), this::handsIn, enough));
        all.add(works("b" + round, controllers.get(1), this::handsIn, enough));
        all.add(works("c" + round, controllers.get(2), this::arranges, enough));
        all.add(works("d" + round, controllers.get(3), this::puts, enough));
        deciders.forEach(decider -> all.add(works("e" + round, decider, this::decides, enough)));
        return all;
    }

    private static Thread works(String name, Person who, Work work, AtomicBoolean enough) {
        return Thread.ofPlatform().name(name).start(() -> {
            try {
                for (int i = 0; !enough.get(); i++) {
                    try {
                        work.once(who, name + "-" + i);
                    } catch (IllegalStateException refused) {
                        System.err.println(name + " " + i + " was refused: " + refused.getMessage());
                        return;
                    }
                }
            } catch (UncheckedIOException | IOException gone) {
                // It was killed: what was asked last was not answered.
            }
        });
    }

    private static byte[] noise(String name) {
        byte[] bytes = new byte[ThreadLocalRandom.current().nextInt(LARGEST)];
        ThreadLocalRandom.current().nextBytes(bytes);
        byte[] head = ("%PDF-1.4 " + name + "\n").getBytes(StandardCharsets.UTF_8);
        System.arraycopy(head, 0, bytes.length < head.length ? bytes = new byte[head.length] : bytes, 0, head.length);
        return bytes;
    }

    private static String hash(byte[] bytes) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** That the bytes lie on the disk as they were sent. */
    private boolean lies(Facts.Look look, String hash) {
        Path file = data.resolve("content").resolve(hash.substring(0, 2)).resolve(hash);
        return look.is(() -> {
            try {
                return hash(Files.readAllBytes(file)).equals(hash);
            } catch (IOException e) {
                return false;
            }
        });
    }

    private void handsIn(Person who, String name) {
        List<byte[]> bytes = IntStream.range(0, FILES).mapToObj(i -> noise(name + " " + i)).toList();
        List<String> names = IntStream.range(0, FILES).mapToObj(i -> name + " " + (char) ('A' + i) + ".pdf").toList();
        long id = who.post("/api/folders/" + site.drawings() + "/submissions", Map.of("purpose", name, "files", IntStream.range(0, FILES)
                .mapToObj(i -> Map.of("name", names.get(i), "size", bytes.get(i).length)).toList())).get("id").asLong();
        String its = "/api/submissions/" + id;
        facts.add("submission " + id + " was begun", look -> look.same(names, look.at(its).get("files").valueStream()
                .map(file -> file.get("name").asString()).toList()));
        for (int i = 0; i < FILES; i++) {
            int position = i;
            who.putBytes(its + "/files/" + i, BodyPublishers.ofByteArray(bytes.get(i)));
            String hash = hash(bytes.get(i));
            facts.add("file " + i + " of submission " + id + " came", look -> look.same("RECEIVED", look.at(its).get("files").get(position)
                    .get("state").asString()) & lies(look, hash));
        }
        Site.close(who, id);
        facts.add("submission " + id + " was closed", look -> {
            List<JsonNode> passages = look.at(at + "/passages?which=ALL&submission=" + id).get("items").valueStream()
                    .map(row -> row.get("passage")).toList();
            return look.same(FILES, passages.size()) & passages.stream().allMatch(p -> look.is(() -> p.get("names").has("number")));
        });
    }

    private void decides(Person who, String name) {
        JsonNode open = who.get("/api/desk/reviews");
        if (open.isEmpty()) {
            return;
        }
        long id = open.get(ThreadLocalRandom.current().nextInt(Math.min(5, open.size()))).get("id").asLong();
        // Where there are many the Desk folds up which files there are.
        JsonNode review = who.get("/api/reviews/" + id);
        int turn = review.get("turn").asInt();
        try {
            for (JsonNode file : review.get("files")) {
                long passage = file.get("passage").get("id").asLong();
                String comment = "said in " + name;
                who.put("/api/reviews/" + id + "/decisions", Map.of("turn", turn, "passages", List.of(passage), "code", 1, "comment",
                        comment, "overrule", false));
                facts.add("passage " + passage + " was decided in " + name, look -> look.is(() -> look.at("/api/passages/" + passage
                        + "/answers").valueStream().anyMatch(said -> said.get("code").asInt() == 1))
                        & look.is(() -> look.at("/api/passages/" + passage).get("row").get("passage").get("names").has("number")));
            }
            who.post("/api/reviews/" + id + "/closings", Map.of("turn", turn));
        } catch (IllegalStateException another) {
            // Somebody else was quicker: that is refused, and no fact.
            return;
        }
        facts.add("step " + turn + " of review " + id + " was closed", look -> {
            JsonNode now = look.at("/api/reviews/" + id);
            return look.is(() -> now.get("turn").asInt() > turn || !now.get("state").asString().equals("OPEN"))
                    & now.get("files").valueStream().allMatch(file -> now.get("state").asString().equals("OPEN") || ended(look,
                            file.get("passage").get("id").asLong()));
        });
    }

    private static boolean ended(Facts.Look look, long passage) {
        return look.same("ISSUED", look.at("/api/passages/" + passage).get("row").get("passage").get("at").path("ended").asString(""));
    }

    /** Folders, numbers taken beforehand, and comments. */
    private void arranges(Person who, String name) {
        long folder = who.post("/api/folders/" + site.plain() + "/folders", Map.of("name", name, "values", Map.of())).get("id").asLong();
        facts.add("folder " + folder + " was made", look -> look.is(() -> look.at(at + "/folders").valueStream().anyMatch(f ->
                f.get("id").asLong() == folder && f.get("name").asString().equals(name))));
        JsonNode numbers = who.post(at + "/schemes/documents/numbers", Map.of("count", 2, "ownReference", name, "title", "Ahead " + name,
                "values", Map.of("type", "DR", "discipline", "C")));
        for (JsonNode number : numbers) {
            long document = number.get("document").asLong();
            facts.add("number " + number.get("number").asString() + " was taken", look -> look.same(number.get("number").asString(),
                    look.at("/api/documents/" + document).get("row").get("number").asString()));
        }
        JsonNode some = who.get(at + "/passages?which=ALL").get("items");
        if (!some.isEmpty()) {
            long passage = some.get(0).get("passage").get("id").asLong();
            long comment = who.post("/api/passages/" + passage + "/comments", Map.of("key", name, "text", "remark " + name)).get("id")
                    .asLong();
            facts.add("comment " + comment + " was made", look -> look.is(() -> look.at("/api/passages/" + passage + "/comments")
                    .get("comments").valueStream().anyMatch(c -> c.get("id").asLong() == comment && c.get("text").asString().equals(
                            "remark " + name))));
        }
    }

    /** A file that is put into the watched directory is either there still or has come once. */
    private void puts(Person who, String name) throws IOException {
        byte[] bytes = noise(name);
        Path part = Files.write(watched.resolveSibling(name + ".part"), bytes);
        Files.move(part, watched.resolve(name + ".pdf"));
        String hash = hash(bytes);
        facts.add("“" + name + ".pdf” was put into the directory", look -> {
            long came = look.all(at + "/passages?which=ALL&folder=" + taken, page -> page).stream().filter(row -> row.get("passage")
                    .get("names").get("originalName").asString().equals(name + ".pdf")).count();
            return look.same(1L, came) & lies(look, hash) & look.is(() -> !Files.exists(watched.resolve(name + ".pdf")));
        });
        // Not more than are taken meanwhile.
        who.get("/api/session");
        java.util.concurrent.locks.LockSupport.parkNanos(150_000_000);
    }
}
