package app.pervius.bench;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.Executors;

/**
 * The floor of reading: a page that has nothing but the library that draws PDFs, shows the first page of a document fitted into the window,
 * and draws others when it is told.
 */
final class BarePdf implements AutoCloseable {

    private static final Path LIBRARY = Path.of("web/node_modules/pdfjs-dist/build");
    private static final String PAGE = """
            <!doctype html><meta charset="utf-8"><body style="margin:0"><canvas id="page"></canvas><script type="module">
            import { getDocument, GlobalWorkerOptions } from '/pdf.min.mjs'
            GlobalWorkerOptions.workerSrc = '/pdf.worker.min.mjs'
            const document_ = await getDocument({ url: location.search.slice(1), disableAutoFetch: true, disableStream: true }).promise
            const canvas = document.getElementById('page')
            window.draw = async (number) => {
              const begun = performance.now()
              const page = await document_.getPage(number)
              const whole = page.getViewport({ scale: 1 })
              const viewport = page.getViewport({ scale: Math.min(920 / whole.width, 690 / whole.height) })
              canvas.width = viewport.width
              canvas.height = viewport.height
              await page.render({ canvas, viewport }).promise
              return performance.now() - begun
            }
            await window.draw(1)
            window.drawnAfter = performance.now()
            </script>""";

    private final HttpServer server;

    BarePdf(Map<String, byte[]> documents) throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        server.createContext("/", exchange -> answer(exchange, "text/html", PAGE.getBytes(StandardCharsets.UTF_8)));
        for (String script : new String[] {"pdf.min.mjs", "pdf.worker.min.mjs"}) {
            byte[] content = Files.readAllBytes(LIBRARY.resolve(script));
            server.createContext("/" + script, exchange -> answer(exchange, "text/javascript", content));
        }
        documents.forEach((name, content) -> server.createContext("/" + name, exchange -> answer(exchange, "application/pdf", content)));
        server.start();
    }

    private static void answer(HttpExchange exchange, String type, byte[] content) throws IOException {
        try (exchange) {
            exchange.getResponseHeaders().set("Content-Type", type);
            exchange.getResponseHeaders().set("Cache-Control", "max-age=3600");
            exchange.sendResponseHeaders(200, content.length);
            exchange.getResponseBody().write(content);
        }
    }

    String address() {
        return "http://127.0.0.1:" + server.getAddress().getPort();
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
