package app.pervius.server.live;

import app.pervius.server.access.Actor;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;
import org.springframework.http.MediaType;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** One browser that is told of changes. */
final class Listener {

    /**
     * A change as a browser is told of it.
     *
     * @param own whether whoever listens has to do with it himself, as far as that is known
     */
    record Heard(long project, Live.Topic topic, long id, long folder, boolean own) {
    }

    /**
     * What is told at once.
     *
     * @param spread within how many milliseconds to ask again, each browser at a moment of its own
     */
    record Several(List<Heard> changes, int spread) {
    }

    private static final int MOST_WAITING = 64;
    /** The most changes told at once; of more it is enough that there were many. */
    private static final int MOST_AT_ONCE = 100;
    /** Wakes a listener that has ended. */
    private static final List<Heard> NOTHING = List.of();
    private static final long SECONDS_BETWEEN_SIGNS = 15;

    final long account;
    final String session;
    final long began = System.nanoTime();
    private final SseEmitter emitter;
    private final Live live;
    private final BlockingQueue<List<Heard>> waiting = new ArrayBlockingQueue<>(MOST_WAITING);
    private volatile boolean missed;

    Listener(long account, String session, SseEmitter emitter, Live live) {
        this.account = account;
        this.session = session;
        this.emitter = emitter;
        this.live = live;
    }

    /** By what the account may see at this moment, not by what it might when it began to listen. */
    void offer(Collection<Change> changes) {
        Optional<Actor> actor = live.accounts().actor(account);
        if (actor.isEmpty()) {
            end();
            return;
        }
        List<Heard> concerning = new ArrayList<>();
        changes.forEach(change -> heard(change, actor.get()).ifPresent(concerning::add));
        if (!concerning.isEmpty() && (concerning.size() > MOST_AT_ONCE || !waiting.offer(concerning))) {
            misses();
        }
    }

    /** It has not heard of something, and is told that it has not. */
    void misses() {
        missed = true;
        waiting.offer(NOTHING);
    }

    private static Optional<Heard> heard(Change change, Actor actor) {
        Actor.Membership membership = actor.memberships().get(change.project());
        boolean concerned = change.project() == 0 || membership != null && concerns(change, membership);
        boolean own = change.whose() == null || membership != null && change.whose().contains(membership.person());
        return concerned ? Optional.of(new Heard(change.project(), change.topic(), change.id(), change.folder(), own)) : Optional.empty();
    }

    private static boolean concerns(Change change, Actor.Membership membership) {
        Long firm = change.ownerFirm();
        return switch (change.topic()) {
            case TRAY -> membership.person() == change.id();
            case COMMENT -> firm != null && (membership.controls() || membership.decides() && membership.sees(firm));
            case FOLDER, PASSAGE, REVIEW, RULES, NUMBERS, PEOPLE, MAIL, DEVICE -> firm == null || membership.sees(firm);
        };
    }

    void end() {
        live.leaves(this);
        waiting.offer(NOTHING);
        emitter.complete();
    }

    void run() {
        try {
            emitter.send(SseEmitter.event().name("hello").data("{}", MediaType.APPLICATION_JSON));
            while (live.listens(this)) {
                tellOf(waiting.poll(SECONDS_BETWEEN_SIGNS, TimeUnit.SECONDS));
            }
        } catch (IOException | IllegalStateException gone) {
            live.leaves(this);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            live.leaves(this);
        }
    }

    private void tellOf(@org.jspecify.annotations.Nullable List<Heard> changes) throws IOException {
        if (missed) {
            missed = false;
            waiting.clear();
            emitter.send(SseEmitter.event().name("missed").data("{}", MediaType.APPLICATION_JSON));
        } else if (changes == null && !(live.sessions().alive(session) && live.accounts().actor(account).isPresent())) {
            end();
        } else if (changes == null) {
            emitter.send(SseEmitter.event().comment("still here"));
        } else if (!changes.isEmpty()) {
            emitter.send(SseEmitter.event().name("changes").data(new Several(changes, live.spread()), MediaType.APPLICATION_JSON));
        }
    }
}
