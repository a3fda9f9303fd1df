package app.pervius.server.devices;

import app.pervius.core.issue.Release;
import app.pervius.server.devices.DeviceJob.State;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.outbound.Outbound;
import app.pervius.server.passages.PassageNoted;
import java.util.List;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What happens to jobs: every change is kept, told to whoever looks, and what comes of it noted on the passage. */
@Component
@Transactional
class Jobs {

    private final JobBook book;
    private final Outbound outbound;
    private final Live live;
    private final ApplicationEventPublisher events;

    Jobs(JobBook book, Outbound outbound, Live live, ApplicationEventPublisher events) {
        this.book = book;
        this.outbound = outbound;
        this.live = live;
        this.events = events;
    }

    /**
     * Puts one on its way.
     *
     * @param why it cannot be printed at all, where that is known already
     */
    DeviceJob release(Device device, DeviceJob.Subject subject, Release.How how, Optional<String> why) {
        DeviceJob job = book.add(device, subject, how, why);
        if (why.isEmpty()) {
            outbound.put(DeviceChannel.KEY, job.parcelKey(), job.id(), subject.project());
        }
        tell(job);
        return job;
    }

    void begun(long id) {
        book.begun(id);
    }

    void atDevice(DeviceJob job, List<Integer> parts, String said) {
        book.atDevice(job.id(), parts, said);
        tell(job);
    }

    void said(DeviceJob job, String said) {
        if (book.said(job.id(), said)) {
            tell(job);
        }
    }

    void over(DeviceJob job, State how, String said) {
        if (book.over(job.id(), how, said)) {
            note(job, said);
            tell(job);
        }
    }

    /** Takes one back that the device does not have; false where it has it, or it is over. */
    boolean takeBack(DeviceJob job, String said) {
        if (job.way().state() != State.WAITING || !book.over(job.id(), State.CANCELLED, said)) {
            return false;
        }
        outbound.takeBack(DeviceChannel.KEY, job.parcelKey());
        note(job, said);
        tell(job);
        return true;
    }

    /** Puts one that is over on its way anew; false if it is not over. */
    boolean again(DeviceJob job, Device device) {
        if (!book.again(job.id(), device)) {
            return false;
        }
        DeviceJob its = book.find(job.id()).orElseThrow();
        outbound.put(DeviceChannel.KEY, its.parcelKey(), its.id(), its.subject().project());
        tell(its);
        if (device.id() != job.device()) {
            tell(job);
        }
        return true;
    }

    private void note(DeviceJob job, String said) {
        job.subject().passage().ifPresent(passage -> events.publishEvent(new PassageNoted(passage, "“" + job.subject().name() + "”, for “"
                + job.deviceName() + "”: " + said)));
    }

    private void tell(DeviceJob job) {
        live.changed(new Change(job.subject().project(), null, Live.Topic.DEVICE, job.device()));
    }
}
