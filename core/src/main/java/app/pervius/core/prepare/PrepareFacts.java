package app.pervius.core.prepare;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.arrive.FileName;
import app.pervius.core.calendar.WorkingCalendar;
import app.pervius.core.passage.Unreadable;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.IntFunction;

/**
 * What Prepare has to know.
 *
 * @param files of the revision, at least one
 * @param unreadable what the rule says of PDFs that cannot be opened, unless somebody has let this one go on
 * @param overlooked whether somebody has let it go on as it is
 * @param tried whether it only might happen: nothing is waited for then
 * @param since when it came to the station, UTC
 * @param compared what the title blocks say, where the rule waits for companions
 * @param lying where the PDF that is read of a file, named by its place, would be put by the plan; asked only where it is put anywhere
 */
public record PrepareFacts(List<Its> files, Unreadable unreadable, PreparePlan plan, boolean overlooked, boolean tried,
        WorkingCalendar calendar, Instant since, Instant now, Compared compared, IntFunction<Keeping.Lying> lying) {

    /**
     * A file of the revision.
     *
     * @param format by what is in it, as rules tell it too
     * @param cannotOpen why it cannot be opened, where that is known
     * @param scan what the malware scanner says of it
     */
    public record Its(FileName name, FileFormat format, Optional<String> cannotOpen, Copied copied, Scan scan) {

        /** One that may be opened. */
        public Its(FileName name, FileFormat format, Optional<String> cannotOpen, Copied copied) {
            this(name, format, cannotOpen, copied, new Scan.Open());
        }

        boolean opens() {
            return cannotOpen.isEmpty();
        }
    }

    public PrepareFacts {
        files = List.copyOf(files);
    }
}
