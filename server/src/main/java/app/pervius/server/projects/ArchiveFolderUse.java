package app.pervius.server.projects;

import app.pervius.server.folders.FolderUse;
import app.pervius.server.folders.Folders;
import java.util.List;
import org.springframework.stereotype.Component;

@Component
class ArchiveFolderUse implements FolderUse {

    private final Projects projects;

    ArchiveFolderUse(Projects projects) {
        this.projects = projects;
    }

    @Override
    public List<String> needs(Folders.FolderView folder) {
        return projects.settings(folder.project()).archive().filter(archive -> archive.value() == folder.id()).isPresent()
                ? List.of("It is the project's archive.") : List.of();
    }
}
