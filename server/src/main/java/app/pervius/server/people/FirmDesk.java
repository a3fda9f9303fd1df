package app.pervius.server.people;

import app.pervius.core.project.InformationState;
import app.pervius.server.folders.FirmFolders;
import app.pervius.server.folders.Folders;
import app.pervius.server.refused.Refused;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Adding firms, each with a folder of its own where that is wished. */
@Service
@Transactional
public class FirmDesk {

    private final PeopleDesk desk;
    private final Folders folders;
    private final FirmFolders ofFirms;

    FirmDesk(PeopleDesk desk, Folders folders, FirmFolders ofFirms) {
        this.desk = desk;
        this.folders = folders;
        this.ofFirms = ofFirms;
    }

    /**
     * Adds a firm; gives its id.
     *
     * @param parent the folder in which the firm gets one of its own, called as it is, with what each firm's has; absent for none
     */
    public long add(long project, String code, String name, @Nullable Long parent) {
        if (parent != null) {
            mustTake(project, parent);
        }
        long firm = desk.addFirm(project, code, name);
        if (parent != null) {
            ofFirms.make(parent, inOneName(name), firm);
        }
        return firm;
    }

    /** A folder can hold firms' own folders if it is one of work in progress of this project, and no firm's itself. */
    public void mustTake(long project, long parent) {
        Folders.FolderView folder = folders.find(parent).filter(f -> f.project() == project).orElseThrow(() -> Refused.notFound("folder"));
        if (folder.state() != InformationState.WORK_IN_PROGRESS || folder.firm() != null) {
            throw Refused.invalid("folder",
                    "“" + folder.path() + "” is no folder for firms: choose one of work in progress that belongs to "
                    + "no firm.");
        }
    }

    /** A firm's name as a folder can be called. */
    private static String inOneName(String name) {
        return name.strip().replaceAll("[/\\\\:*?\"<>|\\p{Cntrl}]+", "-").replaceAll("[. ]+$", "");
    }
}
