package app.pervius.server.folders;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.arrive.FileName;
import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import app.pervius.server.store.TurnsHere;
import java.util.Arrays;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.FutureTask;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Who brings what another is just bringing waits for that one asleep: asking the database again and again takes its processor away. */
@ExtendWith(Running.class)
class FilesAtOnceTest {

    private static final String SAME = "ab".repeat(32);

    private static void waitsAsleep(Thread thread) {
        Client.until(() -> Arrays.stream(thread.getStackTrace()).map(StackTraceElement::getClassName).toList(),
                where -> where.contains(TurnsHere.class.getName()));
    }

    @Test
    void theSameBytesAndTheSameNameAreWaitedFor(App app) throws Exception {
        Client priya = app.as("Priya Venkatarangan");
        long folder = priya.folder("Work in progress / Aldermoor Civils / Drawings");
        Files files = app.bean(Files.class);
        CountDownLatch added = new CountDownLatch(1);
        CountDownLatch enough = new CountDownLatch(1);
        FutureTask<Files.Added> first = bringing(app, folder, "Brought at once.txt", SAME, priya.person(), () -> {
            added.countDown();
            enough.await();
        });
        FutureTask<Files.Added> bytes = bringing(app, folder, "Brought beside.txt", SAME, priya.person(), () -> { });
        FutureTask<Files.Added> name = bringing(app, folder, "BROUGHT at once.txt", "cd".repeat(32), priya.person(), () -> { });
        Thread.ofPlatform().start(first);
        added.await();
        Thread second = Thread.ofPlatform().start(bytes);
        Thread third = Thread.ofPlatform().start(name);
        waitsAsleep(second);
        waitsAsleep(third);
        enough.countDown();
        assertThat(first.get().bytesKnown()).isFalse();
        assertThat(bytes.get().bytesKnown()).as("the first one was rolled back").isFalse();
        assertThat(name.get().id()).isNotEqualTo(first.get().id());
        assertThat(files.bytesKnown(SAME, 3)).as("so were all").isFalse();
    }

    /** What happens before the transaction ends. */
    private interface Meanwhile {
        void happens() throws InterruptedException;
    }

    private static FutureTask<Files.Added> bringing(App app, long folder, String name, String hash, long by, Meanwhile meanwhile) {
        TransactionTemplate transaction = new TransactionTemplate(app.bean(PlatformTransactionManager.class));
        return new FutureTask<>(() -> transaction.execute(status -> {
            status.setRollbackOnly();
            Files.Added added = app.bean(Files.class).add(folder, new Files.Content(new FileName(name), hash, 3, "text/plain"), by);
            try {
                meanwhile.happens();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            return added;
        }));
    }
}
