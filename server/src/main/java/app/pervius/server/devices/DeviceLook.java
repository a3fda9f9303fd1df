package app.pervius.server.devices;

import app.pervius.server.devices.DeviceJob.State;
import app.pervius.server.devices.ipp.Ipp;
import app.pervius.server.devices.ipp.IppFault;
import app.pervius.server.devices.ipp.JobNow;
import app.pervius.server.due.Due;
import app.pervius.server.due.Look;
import java.time.Duration;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Reads devices every half a minute, and follows what they have of ours until it is done; none waits for another. */
@Component
class DeviceLook implements Look {

    static final String KEY = "devices";
    private static final Logger LOG = LoggerFactory.getLogger(DeviceLook.class);
    private static final Duration EVERY = Duration.ofSeconds(30);
    /** How soon a job that moves is looked at again, and one that is held or halted. */
    private static final Duration SOON = Duration.ofSeconds(2);
    private static final Duration LATER = Duration.ofSeconds(15);

    private final DeviceBook devices;
    private final JobBook book;
    private final Jobs jobs;
    private final Readings readings;
    private final Due due;
    private final InstantSource clock;

    DeviceLook(DeviceBook devices, JobBook book, Jobs jobs, Readings readings, Due due, InstantSource clock) {
        this.devices = devices;
        this.book = book;
        this.jobs = jobs;
        this.readings = readings;
        this.due = due;
        this.clock = clock;
    }

    @Override
    public String key() {
        return KEY;
    }

    @Override
    public Duration every() {
        return EVERY;
    }

    @Override
    public void look() {
        Map<Long, List<DeviceJob>> followed = book.atDevices().stream().collect(Collectors.groupingBy(DeviceJob::device));
        List<Callable<Boolean>> looks = new ArrayList<>();
        List<Device> all = devices.all();
        for (Device device : all) {
            List<DeviceJob> its = Objects.requireNonNullElse(followed.remove(device.id()), List.of());
            if (device.switchedOn() || !its.isEmpty()) {
                looks.add(() -> readings.fresh(device).fault().isEmpty() ? follow(device, its) : unanswered(device, its));
            }
        }
        // What went to a device that is not set up any more cannot be followed.
        followed.values().stream().flatMap(List::stream).forEach(job -> jobs.over(job, State.FAILED,
                "The device is not set up here any more; whether it was printed has to be looked up there."));
        boolean moving = false;
        try (ExecutorService each = Executors.newVirtualThreadPerTaskExecutor()) {
            for (Future<Boolean> look : each.invokeAll(looks)) {
                moving |= look.get();
            }
        } catch (ExecutionException e) {
            LOG.warn("a device could not be looked at", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        if (!book.atDevices().isEmpty()) {
            due.by(KEY, clock.instant().plus(moving ? SOON : LATER));
        }
    }

    private boolean unanswered(Device device, List<DeviceJob> its) {
        String fault = readings.last(device.id()).flatMap(Readings.Reading::fault).orElse("It does not answer.");
        its.forEach(job -> jobs.said(job, "The device has it, but cannot be asked: " + fault));
        return false;
    }

    /** Whether one of them is being printed or about to be. */
    private boolean follow(Device device, List<DeviceJob> its) {
        boolean moving = false;
        Ipp ipp = device.ipp();
        for (DeviceJob job : its) {
            moving |= follow(ipp, device, job);
        }
        return moving;
    }

    private boolean follow(Ipp ipp, Device device, DeviceJob job) {
        List<JobNow> parts = new ArrayList<>();
        try {
            for (int id : job.way().atDevice()) {
                parts.add(ipp.job(id));
            }
        } catch (IppFault e) {
            if (e.kind() == IppFault.Kind.UNKNOWN) {
                jobs.over(job, State.FAILED,
                        "The device does not know it any more; whether it was printed has to be looked up there.");
            } else {
                jobs.said(job, "The device has it, but cannot be asked: " + e.sentence());
            }
            return false;
        }
        if (parts.stream().allMatch(part -> part.state().over())) {
            boolean failed = parts.stream().anyMatch(part -> part.state() == JobNow.State.FAILED);
            boolean cancelled = parts.stream().anyMatch(part -> part.state() == JobNow.State.CANCELLED);
            jobs.over(job, failed ? State.FAILED : cancelled ? State.CANCELLED : State.DONE,
                    (failed ? "Not printed" : cancelled ? "Cancelled at the device" : "Printed") + because(parts) + ".");
            return false;
        }
        JobNow now = parts.stream().filter(part -> !part.state().over()).findFirst().orElseThrow();
        List<String> matter = readings.last(device.id()).flatMap(Readings.Reading::facts).map(facts -> facts.reasons()).orElse(List.of());
        jobs.said(job, inWords(now) + (matter.isEmpty() || now.state() == JobNow.State.HELD ? ""
                : " The device says: " + String.join(", ", matter) + "."));
        return now.state() == JobNow.State.PRINTING || now.state() == JobNow.State.WAITING && matter.isEmpty();
    }

    private static String because(List<JobNow> parts) {
        String reasons = parts.stream().flatMap(part -> part.reasons().stream()).distinct().collect(Collectors.joining(", "));
        return reasons.isEmpty() ? "" : ": " + reasons;
    }

    private static String inWords(JobNow job) {
        return switch (job.state()) {
            case HELD -> "Held at the device until somebody starts it there.";
            case PRINTING -> "It is being printed.";
            case HALTED -> "The device has halted it" + because(List.of(job)) + ".";
            case WAITING, CANCELLED, FAILED, DONE -> "It waits at the device" + because(List.of(job)) + ".";
        };
    }
}
