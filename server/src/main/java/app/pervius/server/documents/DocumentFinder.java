package app.pervius.server.documents;

import app.pervius.core.register.SearchWords;
import app.pervius.server.access.Actor;
import app.pervius.server.search.Finder;
import app.pervius.server.store.Portions;
import java.util.Comparator;
import org.springframework.stereotype.Component;

/** Finds documents that nothing has come for yet, or that were taken over or numbered where they lay; the others by their passages. */
@Component
class DocumentFinder implements Finder {

    private final DocumentWords words;
    private final DocumentRepository documents;

    DocumentFinder(DocumentWords words, DocumentRepository documents) {
        this.words = words;
        this.documents = documents;
    }

    @Override
    public Kind kind() {
        return Kind.DOCUMENT;
    }

    @Override
    public Found find(long project, String text, int most, Actor actor) {
        return Found.of(words.found(project, actor.seenFirms(project), SearchWords.sought(text), COUNTED + 1), most,
                ids -> Portions.of(ids, documents::findAllById).stream().sorted(Comparator.comparing(Document::id).reversed())
                .map(d -> new Hit(d.number, null, d.title, d.ownReference, "/documents/" + d.id())).toList());
    }
}
