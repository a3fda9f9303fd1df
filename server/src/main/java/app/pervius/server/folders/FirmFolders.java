package app.pervius.server.folders;

import app.pervius.server.refused.Refused;
import app.pervius.server.store.Json;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The folders that each firm gets, kept with the folder in which it gets them. */
@Service
@Transactional
public class FirmFolders {

    /** A folder in the one that each firm gets, with the values of fields it carries and what lies in it. */
    public record ForFirm(String name, Map<String, String> values, List<ForFirm> folders) {
    }

    private final FolderRepository folders;
    private final Folders making;

    FirmFolders(FolderRepository folders, Folders making) {
        this.folders = folders;
        this.making = making;
    }

    /** Says what lies in the folder that each firm gets in this one; firms that have one already keep it as it is. */
    public void say(long folder, List<ForFirm> each) {
        Folder its = folder(folder);
        its.forEachFirm = Json.write(each);
        folders.saveAndFlush(its);
    }

    /** What lies in the folder that each firm gets in this one. */
    @Transactional(readOnly = true)
    public List<ForFirm> in(long folder) {
        return List.of(Json.read(folder(folder).forEachFirm, ForFirm[].class));
    }

    /** Makes a firm's folder in this one, with all that each firm gets. */
    public void make(long parent, String name, long firm) {
        makeBelow(making.make(new Folders.NewFolder(parent, name, null, firm, Map.of())), in(parent));
    }

    private void makeBelow(long parent, List<ForFirm> each) {
        each.forEach(its -> makeBelow(making.make(new Folders.NewFolder(parent, its.name(), null, null, its.values())), its.folders()));
    }

    private Folder folder(long id) {
        return folders.findById(id).orElseThrow(() -> Refused.notFound("folder"));
    }
}
