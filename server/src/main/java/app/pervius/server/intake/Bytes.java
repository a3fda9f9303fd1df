package app.pervius.server.intake;

import app.pervius.server.content.ContentStore;
import app.pervius.server.content.MediaTypes;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.CrashPoint;
import app.pervius.server.titleblocks.TitleBlocks;
import java.io.IOException;
import java.io.InputStream;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Bytes that come in, as far as the disk is concerned. */
@Component
class Bytes {

    /** What came in and is on the disk. */
    record Kept(String hash, long size, String mediaType) {
    }

    private final ContentStore store;
    private final MediaTypes types;
    private final TitleBlocks titleBlocks;
    private final long largest;

    Bytes(ContentStore store, MediaTypes types, TitleBlocks titleBlocks, @Value("${pervius.upload.largest-bytes}") long largest) {
        this.store = store;
        this.types = types;
        this.titleBlocks = titleBlocks;
        this.largest = largest;
    }

    /** Keeps the bytes of a file that was announced with a size; other than that many are refused, and nothing is kept of them. */
    Kept keep(InputStream bytes, String name, long size) throws IOException {
        ContentStore.Kept kept;
        try {
            kept = store.keep(bytes, Math.min(largest, Math.max(size, 1)));
        } catch (ContentStore.TooLarge e) {
            throw Refused.conflict("size-differs", "“" + name + "” has more bytes than the " + size + " announced. Send it again.");
        }
        if (kept.size() != size) {
            throw Refused.conflict("size-differs", "Only " + kept.size() + " of " + size + " bytes of “" + name
                    + "” arrived. Send it again; nothing else is held up.");
        }
        CrashPoint.FILE_STORED.reached();
        return new Kept(kept.hash(), kept.size(), types.tell(kept.head(), name));
    }

    /** Has what will be asked of them later looked at while nobody waits for it. */
    void lookSoon(Kept kept) {
        if (kept.mediaType().equals("application/pdf")) {
            titleBlocks.prepareSoon(kept.hash(), kept.size());
        }
    }
}
