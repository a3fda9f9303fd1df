package app.pervius.server.intake;

import app.pervius.server.refused.Refused;
import java.util.List;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** How much may be announced at a time and not have come yet: by one person, and by one firm. */
@Component
class Quota {

    private static final long NOBODY = -1;
    private static final long GIB = 1024L * 1024 * 1024;

    private final SubmissionFileRepository files;
    private final long personFiles;
    private final long personBytes;
    private final long firmFiles;
    private final long firmBytes;

    Quota(SubmissionFileRepository files, @Value("${pervius.quota.person-files}") long personFiles,
            @Value("${pervius.quota.person-gib}") long personGib,
            @Value("${pervius.quota.firm-files}") long firmFiles, @Value("${pervius.quota.firm-gib}") long firmGib) {
        this.files = files;
        this.personFiles = personFiles;
        this.personBytes = personGib * GIB;
        this.firmFiles = firmFiles;
        this.firmBytes = firmGib * GIB;
    }

    /**
     * Refuses what would be more than is left.
     *
     * @param more how many bytes each further file has
     */
    void mustHaveRoom(long uploader, long firm, List<Long> more) {
        long bytes = more.stream().mapToLong(Long::longValue).sum();
        check(files.awaited(SubmissionFile.State.EXPECTED, uploader, NOBODY), more.size(), bytes, personFiles, personBytes,
                "you have");
        check(files.awaited(SubmissionFile.State.EXPECTED, NOBODY, firm), more.size(), bytes, firmFiles, firmBytes,
                "your firm has");
    }

    private static void check(SubmissionFileRepository.Awaited awaited, long files, long bytes, long mostFiles, long mostBytes,
            String who) {
        long filesThen = awaited.getFiles() + files;
        long bytesThen = awaited.getBytes() + bytes;
        if (filesThen > mostFiles || bytesThen > mostBytes) {
            throw Refused.conflict("quota", "With this " + who + " announced " + filesThen + " files of " + bytesThen / GIB
                    + " GB that have not come yet; at a time that may be " + mostFiles
                    + " files and " + mostBytes / GIB + " GB. Finish or close what is open, or hand in less at a time.");
        }
    }
}
