package app.pervius.server.projects;

import app.pervius.core.project.Fields;
import java.util.List;

/** A feature that uses a project's fields; it is asked before they are changed. */
public interface FieldsUse {

    /** What would not work any more if the project's fields were these, in sentences; empty if all would. */
    List<String> against(long project, Fields next);

    /** Who has this code of a field, in words for a sentence such as "… is used by"; empty if nobody has. */
    List<String> having(long project, String field, String code);
}
