package app.pervius.server.store;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** What somebody was called until now, and is to be called wherever that stands in words. Names are replaced as whole words only. */
public final class Renaming {

    private final long account;
    private final Set<Long> persons;
    private final String name;
    private final String address;
    private final Map<String, Pattern> words;

    /**
     * @param persons whom the account is in its projects
     * @param name what stands in for the names, {@code address} for the addresses
     * @param names so far, and {@code addresses}
     */
    public Renaming(long account, Set<Long> persons, String name, String address, Set<String> names, Set<String> addresses) {
        this.account = account;
        this.persons = persons;
        this.name = name;
        this.address = address;
        List<String> all = new ArrayList<>(addresses);
        all.addAll(names);
        // An address may have a name in it.
        all.sort(Comparator.comparing(String::length).reversed());
        this.words = all.stream().collect(Collectors.toMap(word -> word, word -> Pattern.compile("(?<![\\p{L}\\p{N}])" + Pattern.quote(word)
                + "(?![\\p{L}\\p{N}])", Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE), (one, other) -> one, LinkedHashMap::new));
    }

    public long account() {
        return account;
    }

    public Set<Long> persons() {
        return persons;
    }

    public String name() {
        return name;
    }

    public String address() {
        return address;
    }

    /** Whether an id is the person's. */
    public boolean is(@Nullable Long person) {
        return person != null && persons.contains(person);
    }

    /** The text with what stands in. */
    public String in(String text) {
        String renamed = text;
        for (Map.Entry<String, Pattern> word : words.entrySet()) {
            renamed = word.getValue().matcher(renamed).replaceAll(Matcher.quoteReplacement(word.getKey().indexOf('@') < 0 ? name
                    : address));
        }
        return renamed;
    }

    /** SQL that is true of rows that are of one of the persons. */
    public String of(String column) {
        return persons.isEmpty() ? "(1 = 0)" : persons.stream().map(String::valueOf).collect(Collectors.joining(", ",
                "(" + column + " in (", "))"));
    }

    /** SQL that is true of rows in which one of the columns may have one of the words, with {@link #likes} for its marks. */
    public String where(String... columns) {
        return Arrays.stream(columns).flatMap(column -> words.keySet().stream().map(word -> "lower(" + column + ") like ?"))
                .collect(Collectors.joining(" or ", "(", words.isEmpty() ? "1 = 0)" : ")"));
    }

    /** What the marks of {@link #where} for so many columns stand for. */
    public List<Object> likes(int columns) {
        List<Object> all = new ArrayList<>();
        for (int i = 0; i < columns; i++) {
            words.keySet().forEach(word -> all.add("%" + word.toLowerCase(Locale.ROOT).replaceAll("[\\\\%_]", "\\\\$0") + "%"));
        }
        return all;
    }
}
