package app.pervius.server.rules.arriving;

import app.pervius.core.project.RoleId;
import app.pervius.core.review.Matrix;
import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Occasion;
import app.pervius.server.documents.Documents;
import app.pervius.server.folders.Folders;
import app.pervius.server.following.Followings;
import app.pervius.server.messages.ToldOf;
import app.pervius.server.passages.Deciders;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.people.Circle;
import app.pervius.server.people.Matrices;
import app.pervius.server.people.People;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Who stands around a passage: whom audiences mean there, as far as they may see it. */
@Component
class Circles {

    private final People people;
    private final Matrices matrices;
    private final Folders folders;
    private final Documents documents;
    private final Followings followings;
    private final Deciders deciders;
    private final ToldOf toldOf;

    Circles(People people, Matrices matrices, Folders folders, Documents documents, Followings followings, Deciders deciders,
            ToldOf toldOf) {
        this.people = people;
        this.matrices = matrices;
        this.folders = folders;
        this.documents = documents;
        this.followings = followings;
        this.deciders = deciders;
        this.toldOf = toldOf;
    }

    /** The people an audience means who may see what it is about: what is issued everybody of the project may know of. */
    List<Long> who(PassageFacts passage, Occasion occasion, Audience audience) {
        return seeing(passage, occasion, people.who(audience, passage.project(), new Around(passage)));
    }

    /**
     * Whoever follows it or a folder it is or came in, as far as they may see it, each with what he follows; that something has arrived is
     * no news to whoever handed it in.
     */
    Map<Long, String> followers(PassageFacts passage, Occasion occasion) {
        Map<Long, String> all = followings.followers(passage.project(), passage.document(), () -> around(passage));
        if (occasion == Occasion.ARRIVED) {
            all.remove(passage.uploader());
        }
        all.keySet().retainAll(seeing(passage, occasion, all.keySet().stream().filter(p -> people.person(p).active()).toList()));
        return all;
    }

    private List<Long> seeing(PassageFacts passage, Occasion occasion, List<Long> named) {
        return occasion == Occasion.ISSUED ? named
                : named.stream().filter(p -> people.maySee(passage.project(), p, passage.authorFirm())).toList();
    }

    /** The folders it came in and is published in, each with those above it, the nearest first. */
    private Collection<Long> around(PassageFacts passage) {
        Set<Long> all = new LinkedHashSet<>();
        Optional<Long> published = passage.id() == 0 ? Optional.empty()
                : documents.currentFolder(passage.id());
        published.ifPresent(folder -> folders.pathUp(folder).forEach(f -> all.add(f.value())));
        folders.pathUp(passage.folder()).forEach(f -> all.add(f.value()));
        return all;
    }

    private final class Around implements Circle {
        private final PassageFacts passage;

        Around(PassageFacts passage) {
            this.passage = passage;
        }

        @Override
        public long author() {
            return passage.author();
        }

        @Override
        public long uploader() {
            return passage.uploader();
        }

        @Override
        public List<RoleId> told() {
            return matrices.of(passage.project()).of(passage.values(), Matrix.Duty.TOLD);
        }

        @Override
        public List<RoleId> lead() {
            return matrices.of(passage.project()).of(passage.values(), Matrix.Duty.REVIEWS);
        }

        @Override
        public Collection<Long> deciding() {
            return passage.id() == 0 ? List.of() : deciders.deciding(passage.id());
        }

        @Override
        public Collection<Long> earlier() {
            List<Long> before = passage.document().map(documents::passagesOf).orElse(List.of()).stream()
                    .filter(p -> p != passage.id()).toList();
            return toldOf.told(before, List.of(Occasion.ISSUED)).stream().map(ToldOf.Told::person).filter(Objects::nonNull).distinct()
                    .toList();
        }

        @Override
        public Collection<Long> followers() {
            return followings.followers(passage.project(), passage.document(), () -> around(passage)).keySet();
        }
    }
}
