package app.pervius.server.intake;

import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.passages.Passages;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** That the bytes of a file came before, in words: the same where it is foretold and where it has happened. */
@Component
public class KnownBytes {

    private static final int LONGEST = 1000;

    private final Folders folders;
    private final Passages passages;

    KnownBytes(Folders folders, Passages passages) {
        this.folders = folders;
        this.passages = passages;
    }

    /** Where they came before, and which document that is. */
    public String inWords(Files.CameBefore known) {
        String where = folders.folder(known.folder()).path();
        String document = Optional.ofNullable(known.passage()).map(passages::passage).filter(p -> p.names().number() != null)
                .map(p -> ", which is " + p.inWords()).orElse("");
        String remark = "The same bytes came before as “" + known.name() + "” in " + where + document + ".";
        return remark.length() > LONGEST ? remark.substring(0, LONGEST - 1) + "…" : remark;
    }
}
