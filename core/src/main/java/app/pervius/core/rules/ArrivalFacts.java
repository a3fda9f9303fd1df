package app.pervius.core.rules;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.FolderId;
import app.pervius.core.project.PersonId;
import java.util.List;
import java.util.Set;

/**
 * What the rule sheet judges an arrival by.
 *
 * @param pathUp the folder it arrived in, its parent, … up to the root
 * @param formats the formats of its files
 * @param authorInWords the author and the author's firm as a sentence names them
 */
public record ArrivalFacts(List<FolderId> pathUp, Set<FileFormat> formats, PersonId author, FirmId authorFirm, String authorInWords) {
    public ArrivalFacts {
        pathUp = List.copyOf(pathUp);
        formats = Set.copyOf(formats);
    }
}
