package app.pervius.server.demo;

import app.pervius.server.devices.Devices;
import app.pervius.server.simulators.OutputDevice;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** In the demo, a plotter that prints nothing. */
@Component
@Profile("demo")
class KestrelPlotter {

    /** What it is called. */
    static final String NAME = "Plotter, site office";

    private final Devices devices;
    private @Nullable OutputDevice plotter;

    KestrelPlotter(Devices devices) {
        this.devices = devices;
    }

    @EventListener(ApplicationReadyEvent.class)
    @Order(90)
    void start() {
        try {
            OutputDevice its = OutputDevice.start(Duration.ofSeconds(4));
            plotter = its;
            devices.set(NAME, its.address());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @PreDestroy
    void stop() {
        if (plotter != null) {
            plotter.close();
        }
    }
}
