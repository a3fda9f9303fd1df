package app.pervius.server.metrics;

import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.DatabaseAccess;
import app.pervius.server.store.DiskFlush;
import io.prometheus.metrics.core.metrics.CounterWithCallback;
import io.prometheus.metrics.core.metrics.GaugeWithCallback;
import io.prometheus.metrics.core.metrics.Histogram;
import io.prometheus.metrics.exporter.httpserver.HTTPServer;
import io.prometheus.metrics.instrumentation.jvm.JvmMetrics;
import io.prometheus.metrics.model.registry.PrometheusRegistry;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Tells Prometheus what is measured, on loopback alone: there is no signing in there. Does nothing where no port was named. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class MetricsServer extends OncePerRequestFilter implements DisposableBean {

    private static final double NANOS = 1e9;
    private static final double[] SECONDS = {0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10};

    private final @Nullable HTTPServer server;
    private final Histogram answers;

    MetricsServer(@Value("${pervius.metrics.port:0}") int port, DataDirectory data, DiskFlush flush, List<Measured> measured)
            throws IOException {
        PrometheusRegistry registry = new PrometheusRegistry();
        JvmMetrics.builder().register(registry);
        answers = Histogram.builder().name("pervius_answer_seconds").help("How long calls took to be answered.").labelNames("method",
                "status").classicOnly().classicUpperBounds(SECONDS).register(registry);
        CounterWithCallback.builder().name("pervius_disk_flushes").help("How often the disk was forced.")
                .callback(c -> c.call(flush.flushes())).register(registry);
        CounterWithCallback.builder().name("pervius_disk_waits").help("How often an answer waited for the disk.")
                .callback(c -> c.call(flush.waits().times())).register(registry);
        CounterWithCallback.builder().name("pervius_disk_waited_seconds").help("How long answers waited for the disk, all together.")
                .callback(c -> c.call(flush.waits().nanos() / NANOS)).register(registry);
        Path database = DatabaseAccess.file(data.path());
        GaugeWithCallback.builder().name("pervius_disk_free_bytes").help("What is free where the data directory lies.")
                .callback(c -> c.call(free(data.path()))).register(registry);
        GaugeWithCallback.builder().name("pervius_database_bytes").help("The size of the database's file.")
                .callback(c -> c.call(size(database))).register(registry);
        for (Measured its : measured) {
            GaugeWithCallback.builder().name(its.name()).help(its.help()).labelNames(its.by())
                    .callback(c -> its.now().forEach((label, value) -> c.call(value, label))).register(registry);
        }
        server = port == 0 ? null : HTTPServer.builder().inetAddress(InetAddress.getLoopbackAddress()).port(port).registry(registry)
                .buildAndStart();
    }

    private static double free(Path directory) {
        try {
            return Files.getFileStore(directory).getUsableSpace();
        } catch (IOException e) {
            return Double.NaN;
        }
    }

    private static double size(Path file) {
        try {
            return Files.size(file);
        } catch (IOException e) {
            return Double.NaN;
        }
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return server == null;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain) throws ServletException,
            IOException {
        long began = System.nanoTime();
        try {
            chain.doFilter(request, response);
        } finally {
            // A stream that stays open is no answer.
            if (!request.isAsyncStarted()) {
                answers.labelValues(request.getMethod(), response.getStatus() / 100 + "xx").observe((System.nanoTime() - began) / NANOS);
            }
        }
    }

    @Override
    public void destroy() {
        if (server != null) {
            server.close();
        }
    }
}
