package app.pervius.server.devices.ipp;

import java.util.List;
import java.util.Map;
import java.util.Objects;

/** What devices give as reasons (RFC 8011, 5.3.8 and 5.4.12), in words. */
final class Reasons {

    private static final int LONGEST = 80;
    private static final int MOST = 10;

    private static final Map<String, String> WORDS = Map.ofEntries(
            Map.entry("media-empty", "a tray is out of paper"), Map.entry("media-needed", "it asks for paper"),
            Map.entry("media-low", "little paper is left"), Map.entry("media-jam", "paper is jammed"),
            Map.entry("toner-empty", "it is out of toner"), Map.entry("toner-low", "little toner is left"),
            Map.entry("marker-supply-empty", "it is out of ink"), Map.entry("marker-supply-low", "little ink is left"),
            Map.entry("door-open", "a door is open"), Map.entry("cover-open", "a cover is open"), Map.entry("paused", "it is paused"),
            Map.entry("moving-to-paused", "it is being paused"), Map.entry("shutdown", "it is switched off"),
            Map.entry("offline", "it is offline"), Map.entry("timed-out", "it does not answer its server"),
            Map.entry("input-tray-missing", "a tray is missing"), Map.entry("output-area-full", "its output is full"),
            Map.entry("output-area-almost-full", "its output is almost full"), Map.entry("spool-area-full", "its memory is full"),
            Map.entry("job-hold-until-specified", "it is held until somebody starts it there"),
            Map.entry("printer-stopped", "the device is stopped"), Map.entry("printer-stopped-partly", "a part of the device is stopped"),
            Map.entry("job-canceled-by-user", "somebody cancelled it"), Map.entry("job-canceled-by-operator", "an operator cancelled it"),
            Map.entry("job-canceled-at-device", "it was cancelled at the device"), Map.entry("aborted-by-system", "the device gave it up"),
            Map.entry("document-format-error", "the device cannot read it"),
            Map.entry("unsupported-document-format", "the device does not take this format"),
            Map.entry("document-access-error", "the device could not get at it"), Map.entry("resources-are-not-ready", "it asks for paper"),
            Map.entry("job-completed-with-errors", "it came with errors"),
            Map.entry("job-completed-with-warnings", "it came with warnings"));

    private static final List<String> SAY_NOTHING = List.of("none", "job-completed-successfully", "job-printing", "job-incoming",
            "job-data-insufficient", "job-queued", "job-queued-for-marker", "job-transforming", "processing-to-stop-point");

    private Reasons() {
    }

    static List<String> inWords(List<String> keywords) {
        return keywords.stream().map(keyword -> keyword.replaceFirst("-(error|warning|report)$", ""))
                .filter(keyword -> !SAY_NOTHING.contains(keyword)).map(keyword -> WORDS.containsKey(keyword)
                        ? Objects.requireNonNull(WORDS.get(keyword)) : plain(keyword.replace('-', ' '))).distinct().limit(MOST).toList();
    }

    /** What a device says, without control characters and no longer than is read. */
    static String plain(String said) {
        String one = said.replaceAll("\\p{C}", " ").strip();
        return one.length() > LONGEST ? one.substring(0, LONGEST) + "…" : one;
    }
}
