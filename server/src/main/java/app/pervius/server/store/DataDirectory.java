package app.pervius.server.store;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;

/** The one directory everything of an installation lies in. */
public record DataDirectory(Path path) {

    private static final Set<PosixFilePermission> OWN = PosixFilePermissions.fromString("rwx------");

    /** Why a data directory cannot be used, in one sentence for the person who started Pervius. */
    public static final class NotUsable extends Exception {
        NotUsable(String sentence) {
            super(sentence);
        }
    }

    /** Makes the directory if need be and locks it for this process until {@code close}. */
    public static FileChannel lock(Path path) throws NotUsable {
        boolean made = !Files.exists(path);
        try {
            Files.createDirectories(path);
            if (made) {
                closeToOthers(path);
            } else if (isOpenToOthers(path)) {
                throw new NotUsable("The data directory " + path + " can be read by others on this machine. Close it to them: chmod 700 "
                        + path);
            }
        } catch (IOException e) {
            throw new NotUsable("The data directory " + path + " cannot be made: " + reason(e) + ".");
        }
        if (!Files.isWritable(path)) {
            throw new NotUsable("The data directory " + path + " cannot be written to.");
        }
        try {
            FileChannel channel = FileChannel.open(path.resolve("pervius.lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
            if (!locked(channel)) {
                channel.close();
                throw new NotUsable("The data directory " + path + " is already in use by another Pervius.");
            }
            return channel;
        } catch (IOException e) {
            throw new NotUsable("The data directory " + path + " cannot be written to: " + reason(e) + ".");
        }
    }

    /** Has nobody but the user it belongs to look into it, whatever this process gives others by default. */
    public static void closeToOthers(Path path) throws IOException {
        if (Files.isDirectory(path) && hasOwners(path)) {
            Files.setPosixFilePermissions(path, OWN);
        }
    }

    private static boolean hasOwners(Path path) {
        return path.getFileSystem().supportedFileAttributeViews().contains("posix");
    }

    /** Whether others on this machine than the user it belongs to may do anything with a file or directory. */
    public static boolean isOpenToOthers(Path path) throws IOException {
        return hasOwners(path) && !OWN.containsAll(Files.getPosixFilePermissions(path));
    }

    private static String reason(IOException e) {
        return switch (e) {
            case FileAlreadyExistsException there -> there.getFile() + " is there and is no directory";
            case AccessDeniedException denied -> "this is not allowed in " + denied.getFile();
            case FileSystemException other -> other.getReason() == null ? other.getFile() + " cannot be made there" : other.getReason();
            default -> String.valueOf(e.getMessage());
        };
    }

    private static boolean locked(FileChannel channel) throws IOException {
        try {
            FileLock lock = channel.tryLock();
            return lock != null;
        } catch (OverlappingFileLockException heldByThisProcess) {
            return false;
        }
    }

    /** A directory below, made if it does not exist. */
    public Path below(String name) {
        try {
            return Files.createDirectories(path.resolve(name));
        } catch (IOException e) {
            throw new java.io.UncheckedIOException("cannot make " + name + " in the data directory", e);
        }
    }
}
