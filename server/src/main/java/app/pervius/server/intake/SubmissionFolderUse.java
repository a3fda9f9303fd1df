package app.pervius.server.intake;

import app.pervius.server.folders.FolderUse;
import app.pervius.server.folders.Folders;
import java.util.List;
import org.springframework.stereotype.Component;

@Component
class SubmissionFolderUse implements FolderUse {

    private final SubmissionRepository submissions;

    SubmissionFolderUse(SubmissionRepository submissions) {
        this.submissions = submissions;
    }

    @Override
    public List<String> needs(Folders.FolderView folder) {
        return submissions.existsByFolderId(folder.id()) ? List.of("Submissions were sent to it.") : List.of();
    }
}
