package app.pervius.core.kind;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * All kinds of a sealed type, in the order in which they are offered. One that is forgotten fails here, when the type is first used.
 *
 * @param what the thing, with its article, at the beginning of a sentence
 * @param column where a form shows it
 * @param deepest how deep groups may stand in groups
 */
public record Kinds<T>(String what, String column, Class<T> type, int deepest, List<Kind<T>> all) {

    public Kinds {
        all = List.copyOf(all);
        Set<Class<?>> wanted = new HashSet<>(Arrays.asList(type.getPermittedSubclasses()));
        Set<Class<?>> described = all.stream().map(Kind::type).collect(Collectors.toSet());
        if (!wanted.equals(described) || described.size() < all.size()) {
            wanted.removeAll(described);
            throw new IllegalStateException("not every kind of " + type.getName() + " is described once; missing are " + wanted);
        }
    }

    public Kind<T> of(T thing) {
        return all.stream().filter(kind -> kind.type().isInstance(thing)).findFirst().orElseThrow();
    }

    public Optional<Kind<T>> byKey(String key) {
        return all.stream().filter(kind -> kind.key().equals(key)).findFirst();
    }

    public Optional<Kind<T>> byFileKey(String key) {
        return all.stream().filter(kind -> kind.inFile().equals(key)).findFirst();
    }

    public Values take(T thing) {
        return of(thing).take().apply(thing);
    }

    public String phrase(T thing, Names names) {
        return of(thing).phrase().apply(thing, names);
    }
}
