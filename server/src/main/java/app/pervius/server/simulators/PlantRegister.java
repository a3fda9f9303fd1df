package app.pervius.server.simulators;

import app.pervius.server.store.Json;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;

/**
 * Another system that numbers can be asked of: a register of plant that gives an item's code by its discipline. It can also be
 * one that is slow, fails or lies, so that this can be tried. Listens on this machine only.
 */
public final class PlantRegister implements AutoCloseable {

    /** How it answers; each is a path of its own. */
    public enum Manner { HONEST, SLOW, FAILING, LYING, ENDLESS }

    private static final Map<String, String> CODES = Map.of("H", "SCREEN", "C", "WEIR", "M", "PUMP", "E", "BOARD", "I", "PANEL", "N",
            "FISHPASS");
    private static final int SLOWLY_SECONDS = 60;

    private final HttpServer server;
    private final CountDownLatch closed = new CountDownLatch(1);

    private PlantRegister(HttpServer server) {
        this.server = server;
    }

    /** Starts one on a free port. */
    public static PlantRegister start() throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        PlantRegister register = new PlantRegister(server);
        for (Manner manner : Manner.values()) {
            server.createContext("/" + manner.name().toLowerCase(java.util.Locale.ROOT), exchange -> register.answer(exchange, manner));
        }
        server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        server.start();
        return register;
    }

    /** Where it is asked. */
    public String address(Manner manner) {
        return "http://127.0.0.1:" + server.getAddress().getPort() + "/" + manner.name().toLowerCase(java.util.Locale.ROOT);
    }

    private void answer(HttpExchange exchange, Manner manner) throws IOException {
        try (exchange) {
            String question = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
            switch (manner) {
                case HONEST -> say(exchange, 200, Json.write(Map.of("value", code(question))));
                case SLOW -> {
                    closed.await(SLOWLY_SECONDS, TimeUnit.SECONDS);
                    say(exchange, 200, Json.write(Map.of("value", code(question))));
                }
                case FAILING -> say(exchange, 503, "out of order");
                case LYING -> say(exchange, 200, Json.write(Map.of("value", "../../etc/" + "X".repeat(100))));
                case ENDLESS -> endless(exchange);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static void endless(HttpExchange exchange) throws IOException {
        exchange.sendResponseHeaders(200, 0);
        byte[] block = "x".repeat(64 * 1024).getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < 4_000; i++) {
            exchange.getResponseBody().write(block);
        }
    }

    private static String code(String question) {
        Map<?, ?> asked = Json.read(question, Map.class);
        Object discipline = asked.get("about") instanceof Map<?, ?> about ? about.get("discipline") : null;
        return CODES.getOrDefault(String.valueOf(discipline), "PLANT");
    }

    private static void say(HttpExchange exchange, int status, String body) throws IOException {
        byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().add("Content-Type", "application/json");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    @PreDestroy
    @Override
    public void close() {
        closed.countDown();
        server.stop(0);
    }
}
