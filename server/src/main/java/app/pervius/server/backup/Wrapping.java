package app.pervius.server.backup;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/** In what a backup's files are put where they lie: in nothing, or in something that only whoever has its passphrase can open. */
interface Wrapping {

    /** They lie there as they are. */
    Wrapping NONE = new Wrapping() {
        @Override
        public String ending() {
            return "";
        }

        @Override
        public OutputStream around(OutputStream out) {
            return out;
        }

        @Override
        public InputStream within(InputStream in) {
            return in;
        }
    };

    /** What their names end in besides. */
    String ending();

    /** What is written goes into {@code out}, wrapped; closing closes that too. */
    OutputStream around(OutputStream out) throws IOException;

    /**
     * What is in it; its end is reached only where nothing was changed.
     *
     * @throws Vault.NotUsable where it does not open, in a sentence
     */
    InputStream within(InputStream in) throws IOException;

    default OutputStream write(Path file) throws IOException {
        return around(Files.newOutputStream(file));
    }

    default InputStream read(Path file) throws IOException {
        InputStream in = Files.newInputStream(file);
        try {
            return within(in);
        } catch (IOException e) {
            in.close();
            throw e;
        }
    }
}
