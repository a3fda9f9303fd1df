package app.pervius.server.directories;

import app.pervius.server.folders.FolderUse;
import app.pervius.server.folders.Folders;
import java.util.List;
import org.springframework.stereotype.Component;

@Component
class DirectoryFolderUse implements FolderUse {

    private final DirectoryBook book;

    DirectoryFolderUse(DirectoryBook book) {
        this.book = book;
    }

    @Override
    public List<String> needs(Folders.FolderView folder) {
        return book.leadingTo(folder.id()) > 0 ? List.of("Files are taken into it from a directory of the server.") : List.of();
    }
}
