package app.pervius.bench;

import java.io.BufferedReader;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;

/** A mail server on loopback (RFC 5321) that takes every mail and counts it; what is in it is for whoever wants to know. */
final class MailSink implements Closeable {

    private final ServerSocket server;
    private final AtomicInteger taken = new AtomicInteger();
    private final Consumer<String> heard;

    MailSink() throws IOException {
        this(mail -> { });
    }

    /** @param heard is given the text of each mail before it counts as taken, by several at once */
    MailSink(Consumer<String> heard) throws IOException {
        this.heard = heard;
        server = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        Thread.ofVirtual().start(this::serve);
    }

    int port() {
        return server.getLocalPort();
    }

    int taken() {
        return taken.get();
    }

    private void serve() {
        try {
            while (!server.isClosed()) {
                Socket socket = server.accept();
                Thread.ofVirtual().start(() -> talk(socket));
            }
        } catch (IOException closed) {
            // It is over.
        }
    }

    private void talk(Socket socket) {
        try (socket; BufferedReader in = new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.UTF_8))) {
            OutputStream out = socket.getOutputStream();
            say(out, "220 here");
            for (String line = in.readLine(); line != null; line = in.readLine()) {
                if (line.equals("DATA")) {
                    say(out, "354 go on");
                    StringBuilder mail = new StringBuilder();
                    String text = in.readLine();
                    while (text != null && !text.equals(".")) {
                        mail.append(text).append('\n');
                        text = in.readLine();
                    }
                    if (text == null) {
                        return;
                    }
                    heard.accept(mail.toString());
                    taken.incrementAndGet();
                }
                say(out, line.equals("QUIT") ? "221 bye" : "250 well");
            }
        } catch (IOException gone) {
            // The other side has ended it.
        }
    }

    private static void say(OutputStream out, String line) throws IOException {
        out.write((line + "\r\n").getBytes(StandardCharsets.UTF_8));
        out.flush();
    }

    @Override
    public void close() throws IOException {
        server.close();
    }
}
