package app.pervius.server.directories;

import java.io.IOException;
import java.nio.file.ClosedWatchServiceException;
import java.nio.file.FileSystems;
import java.nio.file.Path;
import java.nio.file.StandardWatchEventKinds;
import java.nio.file.WatchKey;
import java.nio.file.WatchService;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.LongConsumer;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * The file system's own signal that something has come into a directory, where it gives one: a share over the network mostly does not,
 * and is only looked at every so often.
 */
@Component
class Signals implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(Signals.class);

    private record Listening(Path path, WatchKey key) {
    }

    private final Set<Long> heard = ConcurrentHashMap.newKeySet();
    private final Map<Long, Listening> listening = new HashMap<>();
    private final Map<WatchKey, Long> directories = new ConcurrentHashMap<>();
    private @Nullable WatchService service;

    /** Listens to these directories from now on and to no others; {@code then} is called with the id of one where something has come. */
    synchronized void listenTo(List<Directory> wanted, LongConsumer then) {
        if (wanted.isEmpty() && service == null) {
            return;
        }
        try {
            if (service == null) {
                WatchService made = FileSystems.getDefault().newWatchService();
                service = made;
                Thread.ofPlatform().daemon().name("directory-signals").start(() -> hear(made, then));
            }
            Map<Long, Path> all = wanted.stream().filter(d -> d.author() != null)
                    .collect(Collectors.toMap(Directory::id, d -> Path.of(d.path())));
            listening.entrySet().removeIf(entry -> {
                boolean over = !entry.getValue().path().equals(all.get(entry.getKey())) || !entry.getValue().key().isValid();
                if (over) {
                    entry.getValue().key().cancel();
                    directories.remove(entry.getValue().key());
                }
                return over;
            });
            for (Map.Entry<Long, Path> one : all.entrySet()) {
                if (!listening.containsKey(one.getKey())) {
                    listen(service, one.getKey(), one.getValue());
                }
            }
        } catch (IOException e) {
            LOG.debug("the file system gives no signals", e);
        }
    }

    private void listen(WatchService on, long directory, Path path) {
        try {
            WatchKey key = path.register(on, StandardWatchEventKinds.ENTRY_CREATE, StandardWatchEventKinds.ENTRY_MODIFY);
            directories.put(key, directory);
            listening.put(directory, new Listening(path, key));
        } catch (IOException e) {
            LOG.debug("{} gives no signals", path, e);
        }
    }

    private void hear(WatchService from, LongConsumer then) {
        try {
            while (true) {
                WatchKey key = from.take();
                key.pollEvents();
                key.reset();
                Long directory = directories.get(key);
                if (directory != null && heard.add(directory)) {
                    then.accept(directory);
                }
            }
        } catch (InterruptedException | ClosedWatchServiceException over) {
            LOG.debug("no more signals");
        }
    }

    /** Whether something has come since this was asked last. */
    boolean heard(long directory) {
        return heard.remove(directory);
    }

    @Override
    public synchronized void close() throws IOException {
        if (service != null) {
            service.close();
        }
    }
}
