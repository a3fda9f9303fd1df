package app.pervius.server.intake;

import app.pervius.server.store.Row;
import app.pervius.server.passages.Joining;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Version;
import org.jspecify.annotations.Nullable;

/** A file that was announced with a submission, and what became of it. */
@Entity
class SubmissionFile extends Row {

    private static final int LONGEST_REMARK = 1000;

    enum State { EXPECTED, RECEIVED, REFUSED }

    long submissionId;
    int position;
    String name = "";
    String nameKey = "";
    long size;
    @Enumerated(EnumType.STRING)
    State state = State.EXPECTED;
    @Nullable String refusal;
    /** What there is to know about a file that was received, such as that its bytes came before. */
    @Nullable String remark;
    @Nullable Long folderFileId;
    /** Whether it has gone to a revision that waited for it. */
    boolean joined;
    @Version
    int version;

    /** It goes to a revision that waited for it. */
    void joins(String revision) {
        joined = true;
        String said = Joining.said(revision);
        remark = remark == null ? said : said + " " + remark;
        remark = remark.length() > LONGEST_REMARK ? remark.substring(0, LONGEST_REMARK - 1) + "…" : remark;
    }

    /** It is not taken, for this reason. */
    void refuse(String why) {
        state = State.REFUSED;
        refusal = why;
    }
}
