package app.pervius.server.demo;

import app.pervius.server.othersystems.OtherSystems;
import app.pervius.server.simulators.PlantRegister;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** In the demo, a system of somebody else's that numbers are asked of. */
@Component
@Profile("demo")
class KestrelPlantRegister {

    private final OtherSystems connections;
    private @Nullable PlantRegister register;

    KestrelPlantRegister(OtherSystems connections) {
        this.connections = connections;
    }

    @EventListener(ApplicationReadyEvent.class)
    @Order(90)
    void start() {
        try {
            PlantRegister its = PlantRegister.start();
            register = its;
            connections.set("Plant register", its.address(PlantRegister.Manner.HONEST), "only for the demo", false);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @PreDestroy
    void stop() {
        if (register != null) {
            register.close();
        }
    }
}
