package app.pervius.core.template;

import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.Fields;
import java.util.List;

/**
 * A folder tree to be made again and again.
 *
 * @param key what packages call it
 * @param root the folder everything else lies in
 */
public record FolderTemplate(String key, String name, int edition, FolderPlan root) {

    /** What names of folders call the code of the package they are made for, and what it is called. */
    public static final String PACKAGE = "package";
    public static final String TITLE = "title";

    /** The fields names of folders may use. */
    public static Fields nameFields(Fields ofTheProject) {
        return ofTheProject.with(List.of(new Field(PACKAGE, "package", new FieldKind.Text(), 60),
                new Field(TITLE, "title", new FieldKind.Text(), 120)));
    }
}
