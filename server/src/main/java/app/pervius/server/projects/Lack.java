package app.pervius.server.projects;

/**
 * Something a project lacks before work goes through it by itself.
 *
 * @param sentence what it is and what follows from it, as people read it
 * @param place the address of the screen where it is mended
 */
public record Lack(What what, String sentence, String place) {

    /** What can be lacking, in the order in which it is needed. */
    public enum What {
        MAIL, BACKUP, PEOPLE, HANDING_IN, FIRM_FOLDER, ROUTE, RULE, INVITATION
    }
}
