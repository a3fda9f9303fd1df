package app.pervius.server.store;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import org.h2.mvstore.MVStore;
import org.h2.mvstore.MVStoreException;
import org.h2.mvstore.MVStoreTool;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Makes the file of a database smaller that nobody has open. Parts of it that were written over stay in it while Pervius runs, up to some
 * four times what it holds; what it holds is written anew beside, at some 35 MB a second, and takes its place at once.
 */
final class Shrinking {

    private static final Logger LOG = LoggerFactory.getLogger(Shrinking.class);
    private static final long WORTH_IT = 32L << 20;
    /** In percent: with less of the file in use it is written anew. */
    private static final int IN_USE = 70;
    /** What holds more is left as it is: a stop is not to take longer than a minute. */
    private static final long MOST_IN_USE = 2L << 30;
    private static final int MEGABYTE = 20;

    private Shrinking() {
    }

    /** Does so if it is worth it and the file is not encrypted. What goes wrong is told in the log, and the file is as it was. */
    static void shrink(Path file) {
        try {
            if (Files.exists(file) && Files.size(file) >= WORTH_IT && !DatabaseAccess.isEncrypted(file)) {
                int inUse;
                try (MVStore store = new MVStore.Builder().fileName(file.toString()).readOnly().open()) {
                    inUse = store.getFileStore().getChunksFillRate();
                }
                long needed = Files.size(file) / 100 * inUse;
                if (inUse < IN_USE && needed < MOST_IN_USE && Files.getFileStore(file).getUsableSpace() > needed * 2) {
                    writeAnew(file);
                }
            }
        } catch (IOException | MVStoreException | UnsupportedOperationException e) {
            LOG.warn("The database's file could not be made smaller, and stays as it is: {}", e.getMessage());
        }
    }

    private static void writeAnew(Path file) throws IOException {
        Path directory = Files.createDirectories(file.resolveSibling("shrinking"));
        Path anew = directory.resolve(file.getFileName());
        // What an earlier one has left that was killed.
        try (DirectoryStream<Path> left = Files.newDirectoryStream(directory)) {
            for (Path each : left) {
                Files.delete(each);
            }
        }
        // The tool replaces what it is given: that is a second name of the file, so that the first one has it until all is on the disk.
        Files.createLink(anew, file);
        MVStoreTool.compact(anew.toString(), false);
        try (FileChannel channel = FileChannel.open(anew, StandardOpenOption.READ)) {
            channel.force(true);
        }
        long before = Files.size(file);
        Files.move(anew, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        try (FileChannel channel = FileChannel.open(file.getParent(), StandardOpenOption.READ)) {
            channel.force(true);
        }
        Files.delete(directory);
        LOG.info("The database's file was made smaller: {} MB, before {} MB.", Files.size(file) >> MEGABYTE, before >> MEGABYTE);
    }
}
