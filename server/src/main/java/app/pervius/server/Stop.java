package app.pervius.server;

import java.io.PrintStream;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ApplicationListener;
import org.springframework.context.event.ContextClosedEvent;

/** Says that Pervius stops and, once all of it is on the disk, how long that took: whoever waits for it should know for what. */
final class Stop {

    private static final double SECOND = 1e9;

    private Stop() {
    }

    static void said(SpringApplication application, PrintStream out) {
        AtomicLong began = new AtomicLong();
        application.addListeners((ApplicationListener<ContextClosedEvent>) closing -> {
            if (began.compareAndSet(0, System.nanoTime())) {
                out.println("Stopping: calls under way are answered, and everything is written to the disk.");
            }
        });
        SpringApplication.getShutdownHandlers().add(() -> {
            if (began.get() != 0) {
                out.printf("Stopped after %.1f s.%n", (System.nanoTime() - began.get()) / SECOND);
            }
        });
    }
}
