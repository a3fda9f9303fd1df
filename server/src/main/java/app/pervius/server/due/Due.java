package app.pervius.server.due;

import app.pervius.server.store.OfTransaction;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** Has features look after what is theirs: when its time has come, or by hand. Safe for use by several threads. */
@Component
public class Due {

    private static final Logger LOG = LoggerFactory.getLogger(Due.class);

    private final ObjectProvider<Look> looks;
    private final ObjectProvider<Clockwork> clockwork;
    private final InstantSource clock;
    private final OfTransaction<Wish> committed = OfTransaction.afterCommit(this::ask);

    Due(ObjectProvider<Look> looks, ObjectProvider<Clockwork> clockwork, InstantSource clock) {
        this.looks = looks;
        this.clockwork = clockwork;
        this.clock = clock;
    }

    /**
     * Has {@code look} look no later than then, or as soon as it can; within a transaction this is asked for once it has committed. It is a
     * wish of this process only: what a crash makes of it comes with the next look.
     */
    public void by(String look, Instant then) {
        committed.add(new Wish(look, then));
    }

    private record Wish(String look, Instant then) {
    }

    private void ask(Wish wish) {
        clockwork.ifAvailable(its -> its.within(wish.look(), java.time.Duration.between(clock.instant(), wish.then())));
    }

    /** All that is looked after, by its name. */
    Map<String, Look> all() {
        return looks.stream().collect(Collectors.toMap(Look::key, Function.identity()));
    }

    /** Looks after everything now, by hand, one after the other on this thread, whether its time has come or not. */
    public void lookNow() {
        List<Look> inOrder = looks.stream().sorted(Comparator.comparing(Look::key)).toList();
        inOrder.forEach(Due::look);
    }

    /** One look; what it says went wrong is told in the log and tried again with the next. */
    static void look(Look look) {
        try {
            look.look();
        } catch (RuntimeException e) {
            LOG.warn("looking after {} failed; it is tried again", look.key(), e);
        }
    }
}
