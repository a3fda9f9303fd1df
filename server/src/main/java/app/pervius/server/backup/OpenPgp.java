package app.pervius.server.backup;

import java.io.FilterInputStream;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.Date;
import org.bouncycastle.bcpg.HashAlgorithmTags;
import org.bouncycastle.bcpg.SymmetricKeyAlgorithmTags;
import org.bouncycastle.openpgp.PGPEncryptedDataGenerator;
import org.bouncycastle.openpgp.PGPEncryptedDataList;
import org.bouncycastle.openpgp.PGPException;
import org.bouncycastle.openpgp.PGPLiteralData;
import org.bouncycastle.openpgp.PGPLiteralDataGenerator;
import org.bouncycastle.openpgp.PGPPBEEncryptedData;
import org.bouncycastle.openpgp.bc.BcPGPObjectFactory;
import org.bouncycastle.openpgp.operator.bc.BcPBEDataDecryptorFactory;
import org.bouncycastle.openpgp.operator.bc.BcPBEKeyEncryptionMethodGenerator;
import org.bouncycastle.openpgp.operator.bc.BcPGPDataEncryptorBuilder;
import org.bouncycastle.openpgp.operator.bc.BcPGPDigestCalculatorProvider;

/**
 * OpenPGP messages under a passphrase (RFC 9580: AES-256, with an integrity-protected packet of version 1, which every program for OpenPGP
 * reads), so that a backup can be opened without Pervius, too.
 */
final class OpenPgp implements Wrapping {

    /** With fewer, what was taken away could be opened by trying. */
    static final int SHORTEST = 20;
    private static final int PORTION = 1 << 16;
    private static final SecureRandom RANDOM = new SecureRandom();

    private final char[] passphrase;

    OpenPgp(String passphrase) {
        this.passphrase = passphrase.toCharArray();
    }

    /**
     * Under the passphrase that stands in a file, on its first line.
     *
     * @throws Vault.NotUsable where there is none, or one that is too short
     */
    static OpenPgp of(Path file) throws IOException {
        if (!Files.isReadable(file)) {
            throw new Vault.NotUsable("The passphrase of backups cannot be read in " + file + ".");
        }
        String line = Files.readString(file).lines().findFirst().orElse("").strip();
        if (line.length() < SHORTEST) {
            throw new Vault.NotUsable("The passphrase of backups in " + file + " has fewer than " + SHORTEST
                    + " characters. Make one with: openssl rand -base64 32");
        }
        return new OpenPgp(line);
    }

    @Override
    public String ending() {
        return ".gpg";
    }

    @Override
    public OutputStream around(OutputStream raw) throws IOException {
        try {
            PGPEncryptedDataGenerator encrypted = new PGPEncryptedDataGenerator(new BcPGPDataEncryptorBuilder(
                    SymmetricKeyAlgorithmTags.AES_256).setWithIntegrityPacket(true).setSecureRandom(RANDOM));
            encrypted.addMethod(new BcPBEKeyEncryptionMethodGenerator(passphrase, new BcPGPDigestCalculatorProvider().get(
                    HashAlgorithmTags.SHA256)).setSecureRandom(RANDOM));
            OutputStream around = encrypted.open(raw, new byte[PORTION]);
            // When it was written is said elsewhere; the same for all.
            OutputStream literal = new PGPLiteralDataGenerator().open(around, PGPLiteralData.BINARY, "", new Date(0), new byte[PORTION]);
            return new FilterOutputStream(literal) {
                @Override
                public void write(byte[] bytes, int from, int length) throws IOException {
                    literal.write(bytes, from, length);
                }

                @Override
                public void close() throws IOException {
                    try (raw; around; literal) {
                        literal.flush();
                    }
                }
            };
        } catch (PGPException e) {
            throw new IOException("It cannot be encrypted: " + e.getMessage(), e);
        }
    }

    @Override
    public InputStream within(InputStream in) throws IOException {
        try {
            if (!(new BcPGPObjectFactory(in).nextObject() instanceof PGPEncryptedDataList list)
                    || !(list.get(0) instanceof PGPPBEEncryptedData data)) {
                throw new Vault.NotUsable("It is no message that a passphrase opens.");
            }
            InputStream clear = data.getDataStream(new BcPBEDataDecryptorFactory(passphrase, new BcPGPDigestCalculatorProvider()));
            if (!(new BcPGPObjectFactory(clear).nextObject() instanceof PGPLiteralData literal)) {
                throw new Vault.NotUsable("The passphrase does not open it.");
            }
            return new FilterInputStream(literal.getInputStream()) {
                private boolean proven;

                @Override
                public int read() throws IOException {
                    return proven(super.read());
                }

                @Override
                public int read(byte[] bytes, int from, int length) throws IOException {
                    return proven(super.read(bytes, from, length));
                }

                private int proven(int read) throws IOException {
                    if (read < 0 && !proven) {
                        proven = true;
                        try {
                            if (!data.verify()) {
                                throw new IOException("It was changed after it was written.");
                            }
                        } catch (PGPException e) {
                            throw new IOException("It was changed after it was written.", e);
                        }
                    }
                    return read;
                }

                @Override
                public void close() throws IOException {
                    in.close();
                }
            };
        } catch (PGPException | RuntimeException e) {
            throw new Vault.NotUsable("The passphrase does not open it.");
        }
    }
}
