package app.pervius.server.store;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.sql.SQLException;
import org.springframework.util.FileSystemUtils;

/** A file is written anew beside itself and takes its own place at once: whatever stops that, one of the two is there whole. */
final class Anew {

    private Anew() {
    }

    /** Writes what is to be in a file to another name, which is not there yet. */
    interface Writing {
        void to(Path anew) throws IOException, SQLException;
    }

    /**
     * @param beside the directory in which it is written, beside the file; whatever is in it, of an earlier time that was stopped or of the
     *         tools that write, goes with it
     */
    static void write(Path file, String beside, Writing writing) throws IOException, SQLException {
        Path directory = file.resolveSibling(beside);
        FileSystemUtils.deleteRecursively(directory);
        Path anew = Files.createDirectories(directory).resolve(file.getFileName());
        writing.to(anew);
        force(anew);
        Files.move(anew, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        force(file.resolveSibling("."));
        FileSystemUtils.deleteRecursively(directory);
    }

    private static void force(Path path) throws IOException {
        try (FileChannel channel = FileChannel.open(path, StandardOpenOption.READ)) {
            channel.force(true);
        }
    }
}
