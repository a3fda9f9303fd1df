package app.pervius.server.trial;

import app.pervius.core.arrive.ArrivalEvent;
import app.pervius.core.arrive.Bundle;
import app.pervius.core.arrive.FileName;
import app.pervius.core.passage.Orders;
import app.pervius.core.project.FieldValues;
import app.pervius.server.content.MediaTypes;
import app.pervius.server.folders.Files;
import app.pervius.server.folders.Folders;
import app.pervius.server.refused.Refused;
import app.pervius.server.intake.Announcing;
import app.pervius.server.intake.KnownBytes;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.people.People;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Arrivals that have not happened: names typed in, and files about to be dropped. */
@Component
class Arrivals {

    /** What is told apart by name only has no content, which is told by this. */
    private static final byte[] NOTHING = new byte[0];

    /**
     * A file that might arrive.
     *
     * @param head its first bytes in Base64 (RFC 4648), to tell its format by; absent where only its name is known
     * @param hash the SHA-256 of all its bytes in hexadecimal, to tell whether they came before; absent where that is not known
     */
    record Coming(String name, long size, @Nullable String head, @Nullable String hash) {
    }

    /** Where they would arrive, whose work they would be, and who would hand them in. */
    record Setting(Folders.FolderView folder, long author, long uploader, FieldValues given) {
    }

    private final Files files;
    private final MediaTypes types;
    private final People people;
    private final KnownBytes known;
    private final Announcing announcing;

    Arrivals(Files files, MediaTypes types, People people, KnownBytes known, Announcing announcing) {
        this.known = known;
        this.announcing = announcing;
        this.files = files;
        this.types = types;
        this.people = people;
    }

    /** Revisions as they would begin their passages: files of one name and different endings together. */
    List<PassageFacts> of(List<Coming> coming, Setting setting) {
        List<Optional<String>> refusals = refusals(coming);
        List<Coming> sound = IntStream.range(0, coming.size()).filter(i -> refusals.get(i).isEmpty()).mapToObj(coming::get).toList();
        return Bundle.together(sound, c -> new FileName(c.name().strip())).stream().map(bundle -> facts(bundle, setting)).toList();
    }

    /** Why files would be refused before anything is judged, in their order, as where they are handed in; empty where one would not. */
    List<Optional<String>> refusals(List<Coming> coming) {
        return announcing.refusals(coming.stream().map(c -> new Announcing.Announced(c.name(), c.size())).toList());
    }

    private PassageFacts facts(Bundle<Coming> bundle, Setting setting) {
        List<PassageFacts.File> its = new ArrayList<>();
        boolean newer = false;
        for (Coming coming : bundle.files()) {
            FileName name = new FileName(coming.name().strip());
            newer |= files.taken(setting.folder().id(), name, null);
            its.add(new PassageFacts.File(0, name.text(), known(coming, setting).orElse(""), coming.size(),
                    types.tell(head(coming), name.text())));
        }
        String base = bundle.base();
        PassageFacts.Origin origin = new PassageFacts.Origin(setting.folder().project(), 0, setting.folder().id(), setting.author(),
                people.person(setting.author()).firmId(),
                setting.uploader(), newer ? ArrivalEvent.NEW_VERSION : ArrivalEvent.NEW_FILE, Optional.empty(), its.getFirst().name());
        return PassageFacts.arriving(0, origin, base, setting.given(), Orders.NONE, its, "trial");
    }

    /** The hash of bytes that are in the store already, where the author's firm may see them: what is in them can be looked at. */
    private Optional<String> known(Coming coming, Setting setting) {
        return Optional.ofNullable(coming.hash()).map(h -> h.toLowerCase(Locale.ROOT)).filter(h -> files.bytesKnown(h, coming.size())
                && files.cameBefore(h, setting.folder().project(), people.person(setting.author()).firmId()).isPresent());
    }

    /** Where the bytes of these files came before, a sentence each, as far as the people of a firm may see it. */
    List<String> cameBefore(PassageFacts arrival) {
        return arrival.files().stream().filter(f -> !f.hash().isEmpty())
                .flatMap(f -> files.cameBefore(f.hash(), arrival.project(), arrival.authorFirm())
                .map(there -> (arrival.files().size() > 1 ? f.name() + ": " : "") + known.inWords(there)).stream())
                .toList();
    }

    private static byte[] head(Coming coming) {
        try {
            return coming.head() == null ? NOTHING : Base64.getDecoder().decode(coming.head());
        } catch (IllegalArgumentException e) {
            throw Refused.invalid("files", "The first bytes of “" + coming.name() + "” are not written in Base64.");
        }
    }
}
