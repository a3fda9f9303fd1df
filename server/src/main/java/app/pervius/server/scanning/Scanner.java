package app.pervius.server.scanning;

import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.StandardProtocolFamily;
import java.net.UnixDomainSocketAddress;
import java.nio.ByteBuffer;
import java.nio.channels.AsynchronousCloseException;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;

/**
 * A malware scanner that is asked by clamd's protocol ({@code INSTREAM}), over TCP or a socket of this machine. The bytes are sent to it,
 * so that it needs no rights to the data directory.
 */
public final class Scanner {

    private static final int CHUNK = 64 * 1024;
    private static final int LONGEST_ANSWER = 1_000;
    private static final int LONGEST_NAME = 200;
    private static final String FOUND = " FOUND";
    private static final ScheduledExecutorService PATIENCE = Executors.newSingleThreadScheduledExecutor(
            Thread.ofPlatform().daemon().name("scanner-patience").factory());

    /** @param found what was found; empty where it is clean */
    record Answer(Optional<String> found) {
    }

    private final String address;
    private final Duration patience;

    /**
     * @param address {@code host:port}, or the path of a socket from {@code /} on
     * @param patience how long an answer may take in all
     * @throws IllegalArgumentException with a sentence, where it is neither
     */
    public Scanner(String address, Duration patience) {
        if (!address.startsWith("/") && !address.matches("[^\\s:/]+:\\d{1,5}|\\[[0-9a-fA-F:]+]:\\d{1,5}")) {
            throw new IllegalArgumentException("“" + address + "” is no scanner: say host:port, or the path of its socket.");
        }
        this.address = address;
        this.patience = patience;
    }

    String address() {
        return address;
    }

    /** Shows it the bytes of a file; throws with what it said where that is no verdict. */
    Answer scan(Path file) throws IOException {
        try (SocketChannel channel = connect(); Limit limit = new Limit(channel, patience)) {
            try {
                write(channel, ByteBuffer.wrap("zINSTREAM\0".getBytes(StandardCharsets.US_ASCII)));
                send(channel, file);
            } catch (IOException e) {
                // It may have said why before it closed its ear, such as that the file is too large for it.
                limit.check();
                return answer(said(channel).orElseThrow(() -> e));
            }
            return answer(said(channel).orElseThrow(() -> new EOFException("the line broke before it answered")));
        } catch (AsynchronousCloseException e) {
            throw new IOException("it did not answer within " + patience.toSeconds() + " seconds", e);
        }
    }

    private SocketChannel connect() throws IOException {
        if (address.startsWith("/")) {
            SocketChannel channel = SocketChannel.open(StandardProtocolFamily.UNIX);
            channel.connect(UnixDomainSocketAddress.of(address));
            return channel;
        }
        int colon = address.lastIndexOf(':');
        SocketChannel channel = SocketChannel.open();
        channel.socket().connect(new InetSocketAddress(address.substring(0, colon).replaceAll("[\\[\\]]", ""),
                Integer.parseInt(address.substring(colon + 1))), (int) Duration.ofSeconds(5).toMillis());
        return channel;
    }

    private static void send(SocketChannel channel, Path file) throws IOException {
        byte[] chunk = new byte[CHUNK];
        try (InputStream in = Files.newInputStream(file)) {
            for (int read = in.read(chunk); read >= 0; read = in.read(chunk)) {
                if (read > 0) {
                    write(channel, ByteBuffer.allocate(Integer.BYTES + read).putInt(read).put(chunk, 0, read).flip());
                }
            }
        }
        write(channel, ByteBuffer.allocate(Integer.BYTES).putInt(0).flip());
    }

    private static void write(SocketChannel channel, ByteBuffer bytes) throws IOException {
        while (bytes.hasRemaining()) {
            channel.write(bytes);
        }
    }

    /** Its answer up to the zero byte that ends it; empty where it says nothing. */
    private static Optional<String> said(SocketChannel channel) throws IOException {
        ByteBuffer answer = ByteBuffer.allocate(LONGEST_ANSWER);
        while (answer.hasRemaining() && channel.read(answer) >= 0) {
            if (answer.position() > 0 && answer.get(answer.position() - 1) == 0) {
                break;
            }
        }
        String text = new String(answer.array(), 0, answer.position(), StandardCharsets.UTF_8).replaceAll("\\p{C}", "").strip();
        return text.isEmpty() ? Optional.empty() : Optional.of(text);
    }

    private static Answer answer(String said) throws IOException {
        if (said.equals("stream: OK")) {
            return new Answer(Optional.empty());
        }
        if (said.startsWith("stream: ") && said.endsWith(FOUND)) {
            String name = said.substring("stream: ".length(), said.length() - FOUND.length());
            return new Answer(Optional.of(name.substring(0, Math.min(name.length(), LONGEST_NAME))));
        }
        throw new IOException("it said “" + said.substring(0, Math.min(said.length(), LONGEST_NAME)) + "”, which is no verdict");
    }

    /** Closes the line once patience is over, whatever it is waited for. */
    private static final class Limit implements AutoCloseable {
        private final ScheduledFuture<?> end;

        Limit(SocketChannel channel, Duration patience) {
            end = PATIENCE.schedule(() -> {
                try {
                    channel.close();
                } catch (IOException e) {
                    throw new java.io.UncheckedIOException(e);
                }
            }, patience.toMillis(), TimeUnit.MILLISECONDS);
        }

        void check() throws AsynchronousCloseException {
            if (end.isDone()) {
                throw new AsynchronousCloseException();
            }
        }

        @Override
        public void close() {
            end.cancel(false);
        }
    }
}
