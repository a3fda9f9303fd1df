package app.pervius.server.backup;

import app.pervius.server.acts.ActKind;
import app.pervius.server.acts.ActBook;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.DatabaseAccess;
import app.pervius.server.store.DiskFlush;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Backups of the running installation: each day at an hour, at once, and where somebody on this machine has asked for one. */
@Component
public class Backups {

    private static final Logger LOG = LoggerFactory.getLogger(Backups.class);
    private static final long LOOK_EVERY_MS = 1_000;
    private static final Duration LOOK_FOR_DUE = Duration.ofMinutes(1);
    /** Failed ones are tried again after so long. */
    private static final Duration PATIENCE = Duration.ofMinutes(30);
    /** After so long without one people are told. */
    public static final Duration OVERDUE = Duration.ofHours(36);

    /**
     * How backups stand.
     *
     * @param to where they lie; absent where Pervius was started without a place for them
     * @param encrypted whether they are
     * @param at the time of the day at which one is made, in {@code zone}
     * @param next when the next one is made by itself, UTC
     * @param doing how far the one is that is being made
     * @param failed why the last one that was begun was not made; absent where it was
     */
    record Standing(@Nullable String to, boolean encrypted, @Nullable LocalTime at, String zone, @Nullable String keep,
            @Nullable Instant next, BackupRun.@Nullable Progress doing, @Nullable String failed, List<Backup> made) {
    }

    private final DataDirectory data;
    private final DiskFlush flush;
    private final InstantSource clock;
    private final ActBook acts;
    private final Optional<Place> to;
    private final LocalTime at;
    private final Keep keep;
    private final boolean working;
    private final Instant since;
    private final AtomicBoolean busy = new AtomicBoolean();
    private final ScheduledExecutorService looking = Executors.newSingleThreadScheduledExecutor(Thread.ofPlatform().daemon()
            .name("backup").factory());
    private volatile BackupRun.@Nullable Progress doing;
    private volatile @Nullable String failed;
    private volatile @Nullable List<Backup> elsewhere;
    private String unreachable = "";
    private Instant unreachableUntil = Instant.EPOCH;
    private Instant nextLook = Instant.EPOCH;

    Backups(DataDirectory data, DiskFlush flush, InstantSource clock, ActBook acts, ChosenPlace chosen,
            @Value("${pervius.backup.at:}") String at, @Value("${pervius.backup.keep:7d5w12m}") String keep,
            @Value("${pervius.working}") boolean working) {
        this.data = data;
        this.flush = flush;
        this.clock = clock;
        this.acts = acts;
        this.to = chosen.place();
        this.at = at.isEmpty() ? LocalTime.of(2, 0) : LocalTime.parse(at);
        this.keep = Keep.of(keep);
        this.working = working;
        this.since = clock.instant();
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        if (working) {
            looking.scheduleWithFixedDelay(this::look, LOOK_EVERY_MS, LOOK_EVERY_MS, TimeUnit.MILLISECONDS);
        }
    }

    @PreDestroy
    void end() {
        looking.shutdownNow();
    }

    private void look() {
        try {
            AskedBackup.taken(data.path()).ifPresent(this::asked);
            Instant now = clock.instant();
            if (to.isPresent() && !busy.get() && now.isAfter(nextLook)) {
                nextLook = now.plus(LOOK_FOR_DUE);
                if (due()) {
                    nextLook = now.plus(PATIENCE);
                    make(to.get(), progress -> { });
                }
            }
        } catch (IOException | RuntimeException e) {
            LOG.warn("a backup was not made: {}", e.getMessage());
        }
    }

    private void asked(AskedBackup asked) {
        try {
            asked.answer(AskedBackup.DONE + make(asked.to(), asked::progress).name());
        } catch (IOException | RuntimeException e) {
            asked.answer(AskedBackup.FAILED + e.getMessage());
        }
    }

    /** Whether the last one is from before the last time at which one is made. */
    private boolean due() throws IOException {
        ZonedDateTime now = clock.instant().atZone(ZoneId.systemDefault());
        ZonedDateTime last = now.with(at).isAfter(now) ? now.minusDays(1).with(at) : now.with(at);
        return lastMade().map(made -> made.isBefore(last.toInstant())).orElse(true);
    }

    private Optional<Instant> lastMade() throws IOException {
        return there().stream().map(Backup::madeAt).findFirst();
    }

    /** What lies in the place, the last first; another machine is asked once, and after each backup that is made here. */
    private synchronized List<Backup> there() throws IOException {
        if (to.isEmpty()) {
            return List.of();
        }
        if (!to.get().isElsewhere()) {
            return Vault.list(to.get());
        }
        List<Backup> known = elsewhere;
        if (known == null) {
            // One that cannot be reached is not waited for by everybody who looks.
            if (clock.instant().isBefore(unreachableUntil)) {
                throw new Vault.NotUsable(unreachable);
            }
            try {
                known = Vault.list(to.get());
            } catch (IOException e) {
                unreachable = reason(e);
                unreachableUntil = clock.instant().plus(LOOK_FOR_DUE);
                throw e;
            }
            elsewhere = known;
        }
        return known;
    }

    /** Begins one; it goes on beside everything else. */
    void makeNow() {
        Place there = to.orElseThrow(() -> Refused.conflict("no-place", "Pervius was started without a place for backups (--backup-to)."));
        if (busy.get()) {
            throw Refused.conflict("busy", "A backup is being made already.");
        }
        Thread.ofPlatform().daemon().name("backup-now").start(() -> {
            try {
                make(there, progress -> { });
            } catch (IOException | RuntimeException e) {
                LOG.warn("a backup was not made: {}", e.getMessage());
            }
        });
    }

    private Backup make(Place there, Consumer<BackupRun.Progress> told) throws IOException {
        if (!busy.compareAndSet(false, true)) {
            throw new Vault.NotUsable("Another backup is being made.");
        }
        try {
            Backup made = BackupRun.make(out -> flush.copyTo(DatabaseAccess.file(data.path()), out), data.path(), there, keep,
                    clock.instant(), progress -> {
                doing = progress;
                told.accept(progress);
            });
            failed = null;
            elsewhere = null;
            LOG.info("backup {} was made: {} rows, {} files, {} new bytes, {} ms", made.name(), made.rows(), made.contents(),
                    made.newBytes(), made.tookMs());
            acts.tell(ActKind.KEEPING, null, "made the backup " + made.name() + " in " + there.where() + ": " + made.rows() + " rows, "
                    + made.contents() + " files");
            return made;
        } catch (IOException | RuntimeException e) {
            failed = reason(e);
            acts.tell(ActKind.KEEPING, null, "could not make a backup in " + there.where() + ": " + failed);
            throw e;
        } finally {
            doing = null;
            busy.set(false);
        }
    }

    private static String reason(Exception e) {
        return e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
    }

    Standing standing() {
        try {
            List<Backup> made = there();
            ZonedDateTime now = clock.instant().atZone(ZoneId.systemDefault());
            ZonedDateTime today = now.with(at);
            return new Standing(to.map(Place::where).orElse(null), encrypted(), to.isPresent() ? at : null, ZoneId.systemDefault().getId(),
                    to.isPresent() ? keep.toString() : null, to.isPresent() ? (today.isAfter(now) ? today : today.plusDays(1)).toInstant()
                    : null, doing, failed, made);
        } catch (IOException e) {
            return new Standing(to.map(Place::where).orElse(null), encrypted(), at, ZoneId.systemDefault().getId(), keep.toString(), null,
                    doing, reason(e), List.of());
        }
    }

    private boolean encrypted() {
        return to.flatMap(Place::passphrase).isPresent();
    }

    /** What people are to be told: that there are none, or that the last one is old, wherever it lies. */
    Optional<String> overdue() {
        try {
            Optional<Instant> last = BackupRun.last(data.path());
            if (last.isEmpty() && to.isEmpty()) {
                return Optional.of("Nothing backs this installation up: a broken disk takes everything. Whoever runs Pervius starts it "
                        + "with a place for backups (--backup-to).");
            }
            Instant from = last.orElse(since);
            return from.plus(OVERDUE).isAfter(clock.instant()) ? Optional.empty() : Optional.of("The last backup is from more than "
                    + Duration.between(from, clock.instant()).toHours() + " hours ago." + (failed == null ? "" : " " + failed));
        } catch (IOException | DateTimeException e) {
            return Optional.of("Backups cannot be looked at: " + reason(e));
        }
    }
}
