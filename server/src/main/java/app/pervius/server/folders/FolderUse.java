package app.pervius.server.folders;

import java.util.List;

/** Something that may need a folder; each feature answers for what it keeps. */
public interface FolderUse {

    /** Why the folder cannot be deleted, a sentence each; empty if nothing of the feature needs it. */
    List<String> needs(Folders.FolderView folder);

    /** Whether what needs it says itself that it is gone, so that it may be deleted once that has been asked. */
    default boolean saysWhenGone() {
        return false;
    }
}
