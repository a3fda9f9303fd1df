package app.pervius.server.folders;

import app.pervius.server.access.Actor;
import app.pervius.server.search.Finder;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;

/** Finds files that have no number because they are on no passage: those that are only kept, by what is in their names. */
@Component
class FileFinder implements Finder {

    private final Folders folders;
    private final FolderFileRepository files;

    FileFinder(Folders folders, FolderFileRepository files) {
        this.folders = folders;
        this.files = files;
    }

    @Override
    public Kind kind() {
        return Kind.FILE;
    }

    @Override
    public Found find(long project, String text, int most, Actor actor) {
        Map<Long, Folders.FolderView> seen = folders.tree(project, actor).stream()
                .collect(Collectors.toMap(Folders.FolderView::id, Function.identity()));
        List<FolderFile> all = seen.isEmpty() ? List.of() : files.onlyKept(seen.keySet(),
                app.pervius.core.arrive.FileName.keyOf(text.strip()), Limit.of(COUNTED + 1));
        return Found.of(all, most, its -> its.stream().map(f -> new Hit(null, null, f.name,
                "in " + Objects.requireNonNull(seen.get(f.folderId)).path(),
                "/folders/" + f.folderId)).toList());
    }
}
