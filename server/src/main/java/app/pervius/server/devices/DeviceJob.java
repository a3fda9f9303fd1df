package app.pervius.server.devices;

import app.pervius.core.issue.Release;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * A PDF on its way to a device.
 *
 * @param subject what is printed, and for whom
 * @param way how far it is
 */
record DeviceJob(long id, long device, String deviceName, Subject subject, Release.How how, Way way) {

    /** How far a job is. */
    enum State {
        /** It waits to be handed over. */
        WAITING,
        /** The device has it. */
        AT_DEVICE,
        DONE, FAILED, CANCELLED;

        boolean over() {
            return this == DONE || this == FAILED || this == CANCELLED;
        }
    }

    /**
     * What is printed.
     *
     * @param hash of the PDF (SHA-256)
     * @param name what it is called at the device, but for what makes it this very job
     * @param askedBy who released it by hand; absent where a rule did
     * @param because in words, why
     * @param stampOf the passage by which it came, which its stamp tells of; absent where it came by none
     */
    record Subject(long project, Optional<Long> passage, String hash, String name, Optional<Long> askedBy, String because,
            Instant askedAt, Optional<Long> stampOf) {
    }

    /**
     * How far it is.
     *
     * @param round how often it was put on its way anew
     * @param begun whether it may have reached the device in this round
     * @param said what there is to know, in words
     * @param atDevice what the device calls its parts
     */
    record Way(State state, int round, boolean begun, String said, List<Integer> atDevice, Optional<Instant> endedAt) {
    }

    /** What a part is called at the device: no other job is. */
    String nameOf(int part) {
        return subject.name() + " #" + id + "." + way.round() + (part == 0 ? "" : "." + (part + 1));
    }

    /** The same in each round, and in no other. */
    String parcelKey() {
        return "device-job-" + id + "." + way.round();
    }
}
