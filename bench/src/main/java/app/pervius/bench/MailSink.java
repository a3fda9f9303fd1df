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

/** A mail server on loopback (RFC 5321) that takes every mail, counts it and keeps nothing. */
final class MailSink implements Closeable {

    private final ServerSocket server;
    private final AtomicInteger taken = new AtomicInteger();

    MailSink() throws IOException {
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
                    for (String text = in.readLine(); text != null && !text.equals("."); text = in.readLine()) {
                        // It is not kept.
                    }
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
