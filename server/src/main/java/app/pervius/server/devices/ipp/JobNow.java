package app.pervius.server.devices.ipp;

import java.util.List;

/**
 * A job as its device says it is.
 *
 * @param id the device's own number of it
 * @param reasons why it is so, in words; may be empty
 */
public record JobNow(int id, State state, List<String> reasons) {

    /** How far it is. */
    public enum State {
        WAITING, HELD, PRINTING, HALTED, CANCELLED, FAILED, DONE;

        public boolean over() {
            return this == CANCELLED || this == FAILED || this == DONE;
        }
    }

    public JobNow {
        reasons = List.copyOf(reasons);
    }
}
