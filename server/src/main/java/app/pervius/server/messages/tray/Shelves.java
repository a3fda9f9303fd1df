package app.pervius.server.messages.tray;

import app.pervius.server.access.Actor;
import app.pervius.server.refused.Refused;
import java.util.List;
import java.util.stream.IntStream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The shelves of whoever asks; nobody sees another's. */
@Service
@Transactional
class Shelves {

    private static final int MOST = 20;
    private static final int LONGEST_NAME = 60;

    private final ShelfRepository shelves;
    private final JdbcClient jdbc;

    Shelves(ShelfRepository shelves, JdbcClient jdbc) {
        this.shelves = shelves;
        this.jdbc = jdbc;
    }

    @Transactional(readOnly = true)
    List<Shelf> of(Actor actor) {
        return shelves.findByAccountIdOrderByPositionAscIdAsc(actor.account());
    }

    /** One of the actor's own. */
    @Transactional(readOnly = true)
    Shelf own(long id, Actor actor) {
        return shelves.findById(id).filter(s -> s.accountId == actor.account()).orElseThrow(() -> Refused.notFound("shelf"));
    }

    long add(String name, Shelf.Colour colour, Actor actor) {
        List<Shelf> all = of(actor);
        if (all.size() >= MOST) {
            throw Refused.invalid("name", "There are at most " + MOST + " shelves.");
        }
        Shelf shelf = new Shelf();
        shelf.accountId = actor.account();
        shelf.position = all.size() + 1;
        say(shelf, name, colour, all);
        return shelves.saveAndFlush(shelf).id();
    }

    void change(long id, String name, Shelf.Colour colour, int version, Actor actor) {
        Shelf shelf = own(id, actor);
        if (shelf.version != version) {
            throw Refused.conflict("changed-meanwhile", "This shelf was changed elsewhere in the meantime; look at it as it is now.");
        }
        say(shelf, name, colour, of(actor).stream().filter(s -> s.id() != id).toList());
        shelves.saveAndFlush(shelf);
    }

    private static void say(Shelf shelf, String name, Shelf.Colour colour, List<Shelf> others) {
        String its = name.strip().replaceAll("\\p{Cntrl}+", " ");
        if (its.isEmpty() || its.length() > LONGEST_NAME) {
            throw Refused.invalid("name", "A shelf has a name of up to " + LONGEST_NAME + " characters.");
        }
        if (others.stream().anyMatch(other -> other.name.equalsIgnoreCase(its))) {
            throw Refused.invalid("name", "There is a shelf “" + its + "” already.");
        }
        shelf.name = its;
        shelf.colour = colour;
    }

    /** Puts the actor's shelves in this order; all of them are named. */
    void order(List<Long> ids, Actor actor) {
        List<Shelf> all = of(actor);
        if (!all.stream().map(Shelf::id).sorted().toList().equals(ids.stream().sorted().toList())) {
            throw Refused.conflict("changed-meanwhile", "Shelves were added or removed in the meantime; look at them as they are now.");
        }
        IntStream.range(0, ids.size()).forEach(i -> all.stream().filter(s -> s.id() == ids.get(i)).forEach(s -> s.position = i + 1));
    }

    /** Takes a shelf away; what lies on it is in the tray again. */
    void remove(long id, Actor actor) {
        Shelf shelf = own(id, actor);
        jdbc.sql("delete from tray_mark where shelf_id = ?").param(id).update();
        shelves.delete(shelf);
    }
}
