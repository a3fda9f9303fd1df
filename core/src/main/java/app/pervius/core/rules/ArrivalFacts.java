package app.pervius.core.rules;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.FileFormat;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.project.FolderId;
import java.util.List;
import java.util.Set;

/**
 * What the rule sheet judges an arrival by.
 *
 * @param pathUp the folder it arrived in, its parent, … up to the root
 * @param baseName the name it is read under, without ending
 * @param formats the formats of its files
 * @param largest bytes of its largest file
 * @param values what is known of its fields by folder, form, author, or a number its name carries
 * @param nameFields the fields patterns may name
 */
public record ArrivalFacts(List<FolderId> pathUp, ArrivalEvent event, String baseName, Set<FileFormat> formats, long largest,
        Parties.Party author, Parties.Party uploader, FieldValues values, Fields nameFields) {
    public ArrivalFacts {
        pathUp = List.copyOf(pathUp);
        formats = Set.copyOf(formats);
    }
}
