package app.pervius.server.backup;

import java.io.IOException;
import java.net.URI;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.Optional;
import java.util.regex.Pattern;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.config.hosts.HostConfigEntryResolver;
import org.apache.sshd.client.keyverifier.KnownHostsServerKeyVerifier;
import org.apache.sshd.client.keyverifier.RejectAllServerKeyVerifier;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.config.keys.FilePasswordProvider;
import org.apache.sshd.common.keyprovider.FileKeyPairProvider;
import org.apache.sshd.core.CoreModuleProperties;
import org.apache.sshd.sftp.client.SftpClient;
import org.apache.sshd.sftp.client.SftpClientFactory;
import org.apache.sshd.sftp.client.extensions.openssh.OpenSSHFsyncExtension;
import org.apache.sshd.sftp.client.fs.SftpFileSystem;

/**
 * Where backups lie: a directory of this machine, or of another one that is reached by SFTP.
 *
 * @param where a directory, or {@code sftp://user@host:port/directory}
 * @param passphrase the file with the passphrase they are encrypted with; they are not where absent
 * @param key the private key (OpenSSH's format, without a passphrase of its own) this machine shows to the other one
 * @param hosts the keys of machines that are believed (OpenSSH's known_hosts)
 */
public record Place(String where, Optional<Path> passphrase, Path key, Path hosts) {

    /** How long another machine is waited for. */
    private static final Duration PATIENCE = Duration.ofSeconds(20);
    private static final String REMOTE = "sftp://";
    private static final Pattern ADDRESS = Pattern.compile("sftp://[A-Za-z0-9._-]+@[A-Za-z0-9.-]+(:\\d{1,5})?(/[A-Za-z0-9._~-]+)+/?");
    private static final int USUAL_PORT = 22;

    /**
     * @throws IllegalArgumentException in a sentence, where it is no such address
     */
    public Place {
        if (where.startsWith(REMOTE)) {
            if (!ADDRESS.matcher(where).matches()) {
                // Not what was said: there may be a password in it.
                throw new IllegalArgumentException("A place for backups on another machine is said as sftp://user@host/directory or "
                        + "sftp://user@host:port/directory, without a password.");
            }
        } else {
            where = Path.of(where).toAbsolutePath().normalize().toString();
        }
    }

    /** A directory of this machine; nothing in it is encrypted. */
    public static Place directory(Path directory) {
        return new Place(directory.toString(), Optional.empty(), usualKey(), usualHosts());
    }

    /** Where OpenSSH has the key of whoever runs Pervius. */
    public static Path usualKey() {
        return Path.of(System.getProperty("user.home"), ".ssh", "id_ed25519");
    }

    public static Path usualHosts() {
        return Path.of(System.getProperty("user.home"), ".ssh", "known_hosts");
    }

    boolean isElsewhere() {
        return where.startsWith(REMOTE);
    }

    /** Whether it lies in this directory of this machine. */
    boolean isWithin(Path directory) {
        return !isElsewhere() && Path.of(where).startsWith(directory.toAbsolutePath().normalize());
    }

    Wrapping wrapping() throws IOException {
        return passphrase.isPresent() ? OpenPgp.of(passphrase.get()) : Wrapping.NONE;
    }

    /** A place that was gone to, until it is closed. */
    record Reached(Path directory, AutoCloseable connection) implements AutoCloseable {
        @Override
        public void close() throws IOException {
            try {
                connection.close();
            } catch (IOException e) {
                throw e;
            } catch (Exception e) {
                throw new IOException(e);
            }
        }
    }

    /**
     * @throws Vault.NotUsable in a sentence, where the other machine cannot be reached, is not known, or lets nobody in
     */
    Reached reach() throws IOException {
        if (!isElsewhere()) {
            return new Reached(Path.of(where), () -> { });
        }
        for (Path file : new Path[] {key, hosts}) {
            if (!Files.isReadable(file)) {
                throw new Vault.NotUsable("For backups on another machine " + file + " is needed, and cannot be read (" + (file.equals(key)
                        ? "the key this machine shows: --sftp-key" : "the keys of machines that are believed: --sftp-hosts") + ").");
            }
        }
        URI uri = URI.create(where);
        SshClient client = SshClient.setUpDefaultClient();
        // What lies in somebody's home directory of OpenSSH decides nothing here.
        client.setHostConfigEntryResolver(HostConfigEntryResolver.EMPTY);
        client.setServerKeyVerifier(new KnownHostsServerKeyVerifier(RejectAllServerKeyVerifier.INSTANCE, hosts));
        client.setKeyIdentityProvider(new FileKeyPairProvider(key));
        client.setFilePasswordProvider(FilePasswordProvider.EMPTY);
        CoreModuleProperties.HEARTBEAT_INTERVAL.set(client, PATIENCE);
        client.start();
        try {
            ClientSession session = client.connect(uri.getUserInfo(), uri.getHost(), uri.getPort() < 0 ? USUAL_PORT : uri.getPort())
                    .verify(PATIENCE).getSession();
            session.auth().verify(PATIENCE);
            SftpFileSystem files = SftpClientFactory.instance().createSftpFileSystem(session);
            return new Reached(files.getPath(uri.getPath()), () -> {
                try (client; session; files) {
                    client.stop();
                }
            });
        } catch (IOException | RuntimeException e) {
            client.stop();
            throw new Vault.NotUsable("The place for backups " + where + " cannot be used: " + reason(e) + ".");
        }
    }

    /** Has what was written into a file be on its disk; on another machine where that does so on request. */
    static void force(Path file) throws IOException {
        if (file.getFileSystem() instanceof SftpFileSystem remote) {
            try (SftpClient client = remote.getClient()) {
                OpenSSHFsyncExtension disk = client.getExtension(OpenSSHFsyncExtension.class);
                if (disk != null && disk.isSupported()) {
                    try (SftpClient.CloseableHandle handle = client.open(file.toString(), SftpClient.OpenMode.Read)) {
                        disk.fsync(handle);
                    }
                }
            }
            return;
        }
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            channel.force(true);
        }
    }

    private String reason(Exception e) {
        String said = String.valueOf(e.getMessage());
        return said.contains("Server key did not validate") ? "the key it shows is not the one of " + hosts
                : said.contains("No more authentication methods") ? "it lets nobody in with the key of " + key
                : said;
    }
}
