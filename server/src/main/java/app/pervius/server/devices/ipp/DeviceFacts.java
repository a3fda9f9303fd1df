package app.pervius.server.devices.ipp;

import java.util.List;

/**
 * What a device says of itself.
 *
 * @param model make and model; empty where it does not say
 * @param state {@code idle}, {@code processing} or {@code stopped}
 * @param reasons what is the matter with it, in words
 * @param ready the sizes that are loaded
 * @param known all sizes it can take
 * @param reduces whether it makes pages fit another size
 * @param formats the media types it takes
 * @param queued how many jobs wait at it
 */
public record DeviceFacts(String model, String state, List<String> reasons, boolean accepting, List<PaperSize> ready,
        List<PaperSize> known, boolean colour, boolean bothSides, boolean holds, boolean reduces, List<String> formats, int queued) {

    public DeviceFacts {
        reasons = List.copyOf(reasons);
        ready = List.copyOf(ready);
        known = List.copyOf(known);
        formats = List.copyOf(formats);
    }

    /** Whether it takes PDF; one that does not name it may still tell by itself what it gets. */
    public boolean takesPdf() {
        return formats.isEmpty() || formats.contains("application/pdf");
    }
}
