package app.pervius.server.live;

import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
import app.pervius.server.access.Sessions;
import java.io.IOException;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Lazy;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells open browsers what has changed, so that they ask again: an event names things, it carries no content. A browser
 * that cannot keep up is told once that it has missed something.
 */
@Component
public class Live {

    /** The kinds of thing that change. */
    public enum Topic { FOLDER, PASSAGE, REVIEW, RULES, NUMBERS, PEOPLE, MAIL, TRAY }

    /**
     * Something has changed.
     *
     * @param project 0 for what belongs to no project
     * @param ownerFirm only people who may see what is this firm's are told; everybody in the project if absent
     * @param id of the folder, the submission, the review …
     */
    public record Change(long project, @Nullable Long ownerFirm, Topic topic, long id) {
    }

    private static final int MOST_WAITING = 256;
    /** One browser needs one, however many tabs it has. */
    private static final int MOST_OF_ONE = 10;
    /** Wakes a listener that has ended. */
    private static final Change NOTHING = new Change(0, null, Topic.PEOPLE, 0);
    private static final long SECONDS_BETWEEN_SIGNS = 15;

    private final Set<Listener> listeners = ConcurrentHashMap.newKeySet();
    private volatile boolean stopping;
    private final Accounts accounts;
    private final Sessions sessions;

    Live(@Lazy Accounts accounts, @Lazy Sessions sessions) {
        this.accounts = accounts;
        this.sessions = sessions;
    }

    /** Tells of a change once the current transaction has committed; at once if there is none. */
    public void changed(Change change) {
        if (TransactionSynchronizationManager.isSynchronizationActive()) {
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void afterCommit() {
                    tell(change);
                }
            });
        } else {
            tell(change);
        }
    }

    /** Tells the browsers of a person of a project that something has come for it, once the current transaction has committed. */
    public void came(long project, long person) {
        Came came = new Came(project, person);
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            came.afterCommit();
        } else if (!TransactionSynchronizationManager.getSynchronizations().contains(came)) {
            TransactionSynchronizationManager.registerSynchronization(came);
        }
    }

    /** However much comes for somebody in one transaction, it is told once. */
    private final class Came implements TransactionSynchronization {
        private final long project;
        private final long person;

        Came(long project, long person) {
            this.project = project;
            this.person = person;
        }

        @Override
        public void afterCommit() {
            Change change = new Change(project, null, Topic.TRAY, person);
            listeners.forEach(listener -> listener.offerTo(person, change));
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof Came its && its.project == project && its.person == person;
        }

        @Override
        public int hashCode() {
            return Long.hashCode(person);
        }
    }

    /** Begins to tell a browser; of too many of one account the oldest ends. */
    SseEmitter listen(Actor actor, String session) {
        SseEmitter emitter = new SseEmitter(0L);
        Listener listener = new Listener(actor.account(), session, emitter);
        listeners.add(listener);
        List<Listener> own = listeners.stream().filter(l -> l.account == actor.account()).sorted(Comparator.comparing(l -> l.began))
                .toList();
        own.subList(0, Math.max(0, own.size() - MOST_OF_ONE)).forEach(Listener::end);
        emitter.onCompletion(() -> listeners.remove(listener));
        emitter.onError(e -> listeners.remove(listener));
        Thread.ofVirtual().name("live-" + actor.account()).start(listener::run);
        if (stopping) {
            listener.end();
        }
        return emitter;
    }

    /** A server that stops does not wait for those who listen. */
    @EventListener(ContextClosedEvent.class)
    void stop() {
        stopping = true;
        listeners.forEach(Listener::end);
    }

    /** What a session heard ends with it. */
    @EventListener
    void ended(Sessions.Ended ended) {
        listeners.stream().filter(l -> l.session.equals(ended.session())).forEach(Listener::end);
    }

    private void tell(Change change) {
        listeners.forEach(listener -> listener.offer(change));
    }

    private final class Listener {
        private final long account;
        private final String session;
        private final SseEmitter emitter;
        private final long began = System.nanoTime();
        private final BlockingQueue<Change> waiting = new ArrayBlockingQueue<>(MOST_WAITING);
        private volatile boolean missed;

        Listener(long account, String session, SseEmitter emitter) {
            this.account = account;
            this.session = session;
            this.emitter = emitter;
        }

        /** By what the account may see at this moment, not by what it might when it began to listen. */
        void offer(Change change) {
            Actor actor = accounts.actor(account).orElse(null);
            if (actor == null) {
                end();
                return;
            }
            Actor.Membership membership = actor.memberships().get(change.project());
            boolean concerned = change.project() == 0 || membership != null
                    && (change.ownerFirm() == null || actor.maySee(change.project(), change.ownerFirm()));
            if (concerned && !waiting.offer(change)) {
                missed = true;
            }
        }

        /** Only where the account is this person of the project. */
        void offerTo(long person, Change change) {
            boolean meant = accounts.actor(account).map(actor -> actor.memberships().get(change.project()))
                    .filter(membership -> membership.person() == person).isPresent();
            if (meant && !waiting.offer(change)) {
                missed = true;
            }
        }

        void end() {
            listeners.remove(this);
            waiting.offer(NOTHING);
            emitter.complete();
        }

        void run() {
            try {
                emitter.send(SseEmitter.event().name("hello").data("{}", MediaType.APPLICATION_JSON));
                while (listeners.contains(this)) {
                    Change change = waiting.poll(SECONDS_BETWEEN_SIGNS, TimeUnit.SECONDS);
                    if (missed) {
                        missed = false;
                        waiting.clear();
                        emitter.send(SseEmitter.event().name("missed").data("{}", MediaType.APPLICATION_JSON));
                    } else if (change == null && !(sessions.alive(session) && accounts.actor(account).isPresent())) {
                        end();
                    } else if (change == null) {
                        emitter.send(SseEmitter.event().comment("still here"));
                    } else if (change != NOTHING) {
                        emitter.send(SseEmitter.event().name("change").data(change, MediaType.APPLICATION_JSON));
                    }
                }
            } catch (IOException | IllegalStateException gone) {
                listeners.remove(this);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                listeners.remove(this);
            }
        }
    }
}
