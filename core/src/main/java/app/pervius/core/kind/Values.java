package app.pervius.core.kind;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongFunction;
import java.util.function.ToLongFunction;

/**
 * The values of the parts of one thing, by the key of the part: words by their names, things by their ids, everything as plain as it is
 * written. Immutable.
 */
public final class Values {

    public static final Values NONE = new Values(Map.of());

    private final Map<String, Object> byKey;

    private Values(Map<String, Object> byKey) {
        this.byKey = byKey;
    }

    /** The same with one more; a value that is absent is left out. */
    private Values with(String key, Object value) {
        Map<String, Object> more = new LinkedHashMap<>(byKey);
        more.put(key, value);
        return new Values(more);
    }

    public Values words(String key, Collection<? extends Enum<?>> chosen) {
        return with(key, chosen.stream().sorted(java.util.Comparator.comparingInt(Enum::ordinal)).map(Enum::name).toList());
    }

    /** Words that have not been looked at yet, by their names. */
    public Values names(String key, List<String> chosen) {
        return with(key, List.copyOf(chosen));
    }

    public Values text(String key, String text) {
        return with(key, text);
    }

    public Values number(String key, long number) {
        return with(key, number);
    }

    public <I> Values ids(String key, Collection<I> things, ToLongFunction<I> id) {
        return with(key, things.stream().map(id::applyAsLong).sorted().toList());
    }

    public Values texts(String key, Collection<String> texts) {
        return with(key, texts.stream().sorted().toList());
    }

    public Values group(String key, List<?> things) {
        return with(key, List.copyOf(things));
    }

    /** Something that is made of more than plain values. */
    public Values thing(String key, Object thing) {
        return with(key, thing);
    }

    public <T> T thing(String key, Class<T> type) {
        return type.cast(Optional.ofNullable(byKey.get(key)).orElseThrow(() -> new Unfit("“" + key + "” is missing.")));
    }

    public <E extends Enum<E>> Set<E> words(String key, Class<E> type) {
        Set<E> all = new LinkedHashSet<>();
        names(key).forEach(name -> all.add(Enum.valueOf(type, name)));
        return all;
    }

    public List<String> names(String key) {
        return list(key, String.class);
    }

    public String text(String key) {
        return byKey.get(key) instanceof String text ? text : "";
    }

    public Optional<Long> number(String key) {
        return byKey.get(key) instanceof Long number ? Optional.of(number) : Optional.empty();
    }

    public <I> Set<I> ids(String key, LongFunction<I> id) {
        Set<I> all = new LinkedHashSet<>();
        list(key, Long.class).forEach(value -> all.add(id.apply(value)));
        return all;
    }

    public <T> List<T> group(String key, Class<T> type) {
        return list(key, type);
    }

    private <T> List<T> list(String key, Class<T> type) {
        List<T> all = new ArrayList<>();
        if (byKey.get(key) instanceof List<?> several) {
            several.forEach(one -> all.add(type.cast(one)));
        }
        return all;
    }
}
