package app.pervius.server.backup;

import app.pervius.server.projects.Lack;
import app.pervius.server.projects.Lacking;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** Whether what people hand in is backed up; a demo's is not worth it. */
@Component
@Profile("!demo")
class BackupLacking implements Lacking {

    private final Backups backups;

    BackupLacking(Backups backups) {
        this.backups = backups;
    }

    @Override
    public List<Lack> of(long project) {
        return backups.overdue().map(sentence -> new Lack(Lack.What.BACKUP, sentence, "/installation?part=backups")).stream().toList();
    }
}
