package app.pervius.server.devices;

import app.pervius.core.issue.Stamp;
import app.pervius.server.content.ContentStore;
import app.pervius.server.devices.DeviceJob.State;
import app.pervius.server.devices.ipp.DeviceFacts;
import app.pervius.server.devices.ipp.Ipp;
import app.pervius.server.devices.ipp.IppFault;
import app.pervius.server.devices.ipp.JobNow;
import app.pervius.server.due.Due;
import app.pervius.server.outbound.Channel;
import app.pervius.server.outbound.Outcome;
import app.pervius.server.outbound.Parcel;
import app.pervius.server.outbound.Patience;
import app.pervius.server.store.DataDirectory;
import app.pervius.server.store.Outside;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Hands jobs over to their devices. A job that may have reached its device before is looked for there first, by a name that no other has:
 * a process that was killed between prints nothing twice.
 */
@Component
class DeviceChannel implements Channel {

    static final String KEY = "device";
    private static final Logger LOG = LoggerFactory.getLogger(DeviceChannel.class);
    /** About a day. */
    private static final Patience PATIENCE = new Patience(Duration.ofSeconds(5), Duration.ofMinutes(5), 290);
    private static final int SIDE_BY_SIDE = 4;

    private final JobBook book;
    private final Jobs jobs;
    private final DeviceBook devices;
    private final Readings readings;
    private final Stamps stamps;
    private final ContentStore store;
    private final Due due;
    private final InstantSource clock;
    private final Path parts;

    DeviceChannel(JobBook book, Jobs jobs, DeviceBook devices, Readings readings, Stamps stamps, ContentStore store, Due due,
            InstantSource clock, DataDirectory data) throws IOException {
        this.book = book;
        this.jobs = jobs;
        this.devices = devices;
        this.readings = readings;
        this.stamps = stamps;
        this.store = store;
        this.due = due;
        this.clock = clock;
        this.parts = data.below("printing");
        // What a process that was killed has left.
        try (Stream<Path> left = Files.list(parts)) {
            left.forEach(DeviceChannel::clear);
        }
    }

    @Override
    public String key() {
        return KEY;
    }

    @Override
    public int together() {
        return 1;
    }

    @Override
    public int sideBySide() {
        return SIDE_BY_SIDE;
    }

    @Override
    public Patience patience() {
        return PATIENCE;
    }

    @Override
    public Map<Long, Outcome> send(List<Parcel> parcels) {
        return parcels.stream().collect(Collectors.toMap(Parcel::id, parcel -> book.find(parcel.subject())
                .filter(job -> job.way().state() == State.WAITING).map(this::send).orElse(new Outcome.Over(() -> { }))));
    }

    @Override
    public void givenUp(Parcel parcel, int tries, String lastWords) {
        book.find(parcel.subject()).ifPresent(job -> jobs.over(job, State.FAILED, lastWords));
    }

    private Outcome send(DeviceJob job) {
        Optional<Device> device = devices.find(job.device());
        if (device.isEmpty()) {
            return new Outcome.Refused("The device is not set up here any more.");
        }
        if (!device.get().switchedOn()) {
            return failed(job, "The device is switched off here.");
        }
        // A device that did not answer a moment ago is not waited for by every job of its own.
        Readings.Reading reading = readings.fresh(device.get());
        if (reading.fault().isPresent()) {
            return failed(job, reading.fault().get());
        }
        DeviceFacts facts = reading.facts().orElseThrow();
        if (!facts.accepting()) {
            return failed(job, "It takes no jobs now" + (facts.reasons().isEmpty() ? "" : ": " + String.join(", ", facts.reasons())) + ".");
        }
        Path directory = null;
        try {
            Outside.world("prints");
            directory = Files.createTempDirectory(parts, "job");
            List<Pages.Printed> all = Pages.of(stamped(job, directory), job.how(), facts, directory);
            List<JobNow> there = print(job, device.get().ipp(), all);
            if (takenBack(job)) {
                for (JobNow part : there) {
                    device.get().ipp().cancel(part.id());
                }
                return new Outcome.Over(() -> { });
            }
            return new Outcome.Over(() -> {
                jobs.atDevice(job, there.stream().map(JobNow::id).toList(), "The device has it.");
                due.by(DeviceLook.KEY, clock.instant());
            });
        } catch (Pages.Misfit e) {
            return new Outcome.Refused(String.valueOf(e.getMessage()));
        } catch (IppFault e) {
            return e.kind() == IppFault.Kind.PASSING ? failed(job, e.sentence()) : new Outcome.Refused(e.sentence());
        } catch (IOException | RuntimeException e) {
            LOG.info("job {} could not be released to device {}", job.id(), job.device(), e);
            return failed(job, "It could not be handed over: " + (e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage())
                    + ".");
        } finally {
            if (directory != null) {
                clear(directory);
            }
        }
    }

    private Path stamped(DeviceJob job, Path directory) throws Pages.Misfit, IOException {
        Path pdf = store.path(job.subject().hash());
        if (job.how().stamp() == Stamp.Place.NONE) {
            return pdf;
        }
        Path stamped = directory.resolve("stamped.pdf");
        Stamping.stamp(pdf, stamped, stamps.of(job.subject()), job.how().stamp());
        return stamped;
    }

    private List<JobNow> print(DeviceJob job, Ipp ipp, List<Pages.Printed> all) throws IppFault {
        List<JobNow> there = new ArrayList<>();
        if (!job.way().begun()) {
            jobs.begun(job.id());
        }
        for (int part = 0; part < all.size(); part++) {
            Pages.Printed its = all.get(part);
            String name = job.nameOf(part);
            Optional<JobNow> already = job.way().begun() ? ipp.named(name) : Optional.empty();
            there.add(already.isPresent() ? already.get() : ipp.print(name, its.pdf(), job.how(), its.media(), its.fit()));
        }
        return there;
    }

    /** Whether somebody has cancelled it, or sent it elsewhere, while it was handed over. */
    private boolean takenBack(DeviceJob job) {
        return book.find(job.id()).filter(now -> now.way().state() == State.WAITING && now.way().round() == job.way().round()).isEmpty();
    }

    private Outcome failed(DeviceJob job, String said) {
        jobs.said(job, said);
        return new Outcome.Failed(said);
    }

    private static void clear(Path directory) {
        try (Stream<Path> all = Files.walk(directory)) {
            for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(path);
            }
        } catch (IOException | RuntimeException e) {
            LOG.warn("{} could not be emptied; it is when Pervius starts next", directory, e);
        }
    }
}
