package app.pervius.bench;

import java.io.Closeable;
import java.io.IOException;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A browser that is open on a place and asks again what it shows as our screens do: soon after a change that concerns it. */
final class OpenPage implements Closeable {

    /** What it is open on; what is told of that, and what it asks. */
    enum Place { FOLDER, PASSAGES, DESK }

    private static final long WAIT_MILLIS = 120;

    private final Person person;
    private final Site site;
    private final Place place;
    private final Closeable stream;
    private final AtomicBoolean asking = new AtomicBoolean();
    /** Whether something has changed since it asked. */
    private final AtomicBoolean once = new AtomicBoolean();
    private volatile boolean connected;
    private volatile String awaited = "";
    private volatile long shownAt;
    private volatile long toldAt;

    OpenPage(Person person, Site site, Place place) {
        this.person = person;
        this.site = site;
        this.place = place;
        stream = person.listen(this::heard);
    }

    @Override
    public void close() throws IOException {
        stream.close();
    }

    boolean connected() {
        return connected;
    }

    /** From now on it is to show this; a Desk shows what waits for its person, which not all do. */
    void await(String name) {
        shownAt = 0;
        toldAt = 0;
        awaited = name;
    }

    boolean shows() {
        return (shownAt > 0 || place == Place.DESK) && told();
    }

    boolean told() {
        return toldAt > 0;
    }

    boolean quiet() {
        return !asking.get();
    }

    double shownAfter(long moment) {
        return Math.max(0, (shownAt - moment) / 1e9);
    }

    double toldAfter(long moment) {
        return Math.max(0, (toldAt - moment) / 1e9);
    }

    private void heard(String event, String data) {
        if (event.equals("hello")) {
            connected = true;
        } else if (event.equals("changes")) {
            JsonNode several = JsonMapper.shared().readTree(data);
            several.get("changes").forEach(change -> {
                if (change.get("topic").asString().equals("TRAY") && toldAt == 0) {
                    toldAt = System.nanoTime();
                }
                if (concerned(change)) {
                    once.set(true);
                    if (asking.compareAndSet(false, true)) {
                        Thread.ofVirtual().start(() -> askAgain(several.get("spread").asLong()));
                    }
                }
            });
        }
    }

    private boolean concerned(JsonNode change) {
        String topic = change.get("topic").asString();
        return switch (place) {
            case FOLDER -> topic.equals("FOLDER") && change.get("id").asLong() == site.drawings()
                    || topic.equals("PASSAGE") && change.get("folder").asLong() == site.drawings();
            case PASSAGES -> topic.equals("PASSAGE") || topic.equals("REVIEW");
            case DESK -> (topic.equals("PASSAGE") || topic.equals("REVIEW")) && change.get("own").asBoolean();
        };
    }

    /** One question at a time; what changes meanwhile is asked for once more after its answer. */
    private void askAgain(long spread) {
        try {
            while (once.get()) {
                LockSupport.parkNanos((WAIT_MILLIS + ThreadLocalRandom.current().nextLong(spread + 1)) * 1_000_000);
                once.set(false);
                String answer = switch (place) {
                    case FOLDER -> person.byItself("/api/folders/" + site.drawings());
                    case PASSAGES -> person.byItself("/api/projects/" + site.project() + "/passages?which=ON_THE_WAY");
                    case DESK -> person.byItself("/api/desk/reviews");
                };
                if (shownAt == 0 && answer.contains(awaited)) {
                    shownAt = System.nanoTime();
                }
            }
        } finally {
            asking.set(false);
        }
    }
}
