package app.pervius.server.folders;

import app.pervius.core.register.SearchWords;
import app.pervius.server.access.Actor;
import app.pervius.server.search.Finder;
import java.util.List;
import org.springframework.stereotype.Component;

/** Finds folders by the words of their path. */
@Component
class FolderFinder implements Finder {

    private final Folders folders;

    FolderFinder(Folders folders) {
        this.folders = folders;
    }

    @Override
    public Kind kind() {
        return Kind.FOLDER;
    }

    @Override
    public Found find(long project, String text, int most, Actor actor) {
        List<String> wanted = SearchWords.sought(text).stream().flatMap(s -> s.pieces().stream()).toList();
        List<Folders.FolderView> all = folders.tree(project, actor).stream()
                .filter(f -> f.parent() != null && has(SearchWords.plain(f.path()), wanted)).limit(COUNTED + 1).toList();
        return Found.of(all, most, its -> its.stream().map(f -> new Hit(null, null, f.name(), f.path(), "/folders/" + f.id())).toList());
    }

    private static boolean has(String plain, List<String> wanted) {
        return wanted.stream().allMatch(plain::contains);
    }
}
