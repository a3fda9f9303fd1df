package app.pervius.server.packages;

import app.pervius.server.folders.FolderUse;
import app.pervius.server.folders.Folders;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** A package needs its own folder, and the one it lies in. */
@Component
class PackageFolderUse implements FolderUse {

    private final JdbcClient jdbc;

    PackageFolderUse(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public List<String> needs(Folders.FolderView folder) {
        return jdbc.sql("select code from work_package where folder_id = ? or parent_folder = ? order by code fetch first 3 rows only")
                .params(folder.id(), folder.id())
                .query(String.class).list().stream().map(code -> "It belongs to the package “" + code + "”.").toList();
    }
}
