package app.pervius.server.intake;

import app.pervius.core.passage.End;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.messages.PassagesNow;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import java.util.Collection;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Passages, as messages speak of them later than they happened. */
@Component
class PassagesForMessages implements PassagesNow {

    private final Passages passages;
    private final Folders folders;
    private final Files files;
    private final People people;

    PassagesForMessages(Passages passages, Folders folders, Files files, People people) {
        this.passages = passages;
        this.folders = folders;
        this.files = files;
        this.people = people;
    }

    @Override
    public Map<Long, Now> now(Collection<Long> ids) {
        return passages.passages(ids).stream().collect(Collectors.toMap(Passages.PassageView::id, p -> new Now(p.from().folder(),
                folders.find(p.from().folder()).map(Folders.FolderView::path).orElse("a folder that is gone"), p.from().authorFirm(),
                p.at().ended() == End.TAKEN_OUT || p.at().ended() == End.SENT_BACK)));
    }

    @Override
    public Map<Long, Now> files(Collection<Long> ids) {
        return files.files(ids).values().stream().collect(Collectors.toMap(Files.FileView::id, f -> new Now(f.folder(),
                folders.find(f.folder()).map(Folders.FolderView::path).orElse("a folder that is gone"), people.person(f.addedBy()).firmId(),
                !f.present())));
    }
}
