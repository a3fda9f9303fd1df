package app.pervius.server.store.seals;

import app.pervius.server.store.Json;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;

/**
 * A syslog that takes seals (RFC 5424, facility “log audit”): over UDP (RFC 5426), which says nothing of what got lost, or over TCP with
 * lengths in front (RFC 6587). What it keeps ends with the same line of JSON as stands in the file.
 */
final class SealSyslog {

    private static final int TIME_LIMIT_MS = (int) Duration.ofSeconds(3).toMillis();
    /** Facility 13, log audit; severity 5, notice. */
    private static final int PRIORITY = 13 * 8 + 5;

    private final URI address;

    /**
     * @param said {@code udp://host:514} or {@code tcp://host:601}
     * @throws IllegalArgumentException with a sentence, where it is neither
     */
    SealSyslog(String said) {
        if (!said.matches("(udp|tcp)://(\\[[0-9a-fA-F:.]+]|[A-Za-z0-9.-]+):\\d{1,5}")) {
            throw new IllegalArgumentException("--seals-syslog wants udp://HOST:PORT or tcp://HOST:PORT, not “" + said + "”.");
        }
        this.address = URI.create(said);
    }

    void take(SealFile.Line seal) throws IOException {
        byte[] message = ("<" + PRIORITY + ">1 " + seal.at() + " " + InetAddress.getLocalHost().getHostName() + " pervius "
                + ProcessHandle.current().pid() + " seal - " + Json.write(seal)).getBytes(StandardCharsets.UTF_8);
        if (address.getScheme().equals("udp")) {
            try (DatagramSocket socket = new DatagramSocket()) {
                socket.send(new DatagramPacket(message, message.length, InetAddress.getByName(address.getHost()), address.getPort()));
            }
        } else {
            try (Socket socket = new Socket()) {
                socket.connect(new InetSocketAddress(address.getHost(), address.getPort()), TIME_LIMIT_MS);
                socket.getOutputStream().write((message.length + " ").getBytes(StandardCharsets.US_ASCII));
                socket.getOutputStream().write(message);
            }
        }
    }

    @Override
    public String toString() {
        return address.toString();
    }
}
