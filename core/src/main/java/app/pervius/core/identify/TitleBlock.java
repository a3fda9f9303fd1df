package app.pervius.core.identify;

import app.pervius.core.pattern.Pattern;
import app.pervius.core.register.RevisionCode;
import app.pervius.core.register.RevisionSequences;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;

/** What the title block of a drawing says, as far as its file has text there. */
public sealed interface TitleBlock {

    /** Text was found where title blocks are. */
    record Text(String text) implements TitleBlock {
    }

    /** There is no text on the first page, as in a scan. */
    record NoText() implements TitleBlock {
    }

    /** It could not be read, for example because that took too long; the file itself may be sound. */
    record Unreadable(String reason) implements TitleBlock {
    }

    /** The file cannot be opened at all: damaged, or locked with a password. */
    record CannotOpen(String reason) implements TitleBlock {
    }

    java.util.regex.Pattern LABELLED = java.util.regex.Pattern.compile(
            "(?:rev(?:ision)?|index|issue)\\b[\\s.:]*([A-Z]{0,3}\\d{0,3}(?:\\.\\d{1,2})?)(?![\\p{L}\\p{N}])",
            java.util.regex.Pattern.CASE_INSENSITIVE);

    /** The controlled numbers in the text, whole, in their order. */
    static List<String> numbers(String text, List<Pattern> patterns, RevisionSequences sequences) {
        Set<String> found = new LinkedHashSet<>();
        for (String word : text.split("\\s+")) {
            NumberInName.find(word, patterns, sequences).ifPresent(named -> found.add(named.number()));
        }
        return List.copyOf(found);
    }

    /** The revision codes in the text: behind a word for revision, or such as nothing else looks like. */
    static List<String> revisions(String text, RevisionSequences sequences) {
        Set<String> found = new LinkedHashSet<>();
        Matcher m = LABELLED.matcher(text);
        while (m.find()) {
            sequences.read(m.group(1).toUpperCase(Locale.ROOT)).map(RevisionCode::text).ifPresent(found::add);
        }
        for (String word : text.split("[\\s,;]+")) {
            boolean unlike = word.matches("[A-Z]{1,3}\\d{1,3}(\\.\\d{1,2})?");
            if (unlike) {
                sequences.read(word).map(RevisionCode::text).ifPresent(found::add);
            }
        }
        return List.copyOf(found);
    }

    /**
     * Where the title block says something else than name and register, in sentences; empty where it does not, or says nothing.
     *
     * @param number the number of the document, empty for one that has none yet
     * @param revision the revision it is taken for
     */
    default List<String> differences(Optional<String> number, Optional<String> revision, List<Pattern> patterns,
            RevisionSequences sequences) {
        if (!(this instanceof Text(String text))) {
            return List.of();
        }
        List<String> found = new ArrayList<>();
        List<String> numbers = numbers(text, patterns, sequences);
        if (number.isPresent() && !numbers.isEmpty() && !numbers.contains(number.get())) {
            found.add("the title block carries the number " + String.join(", ", numbers) + ", not " + number.get());
        }
        if (number.isEmpty() && !numbers.isEmpty()) {
            found.add("the title block carries the number " + String.join(", ", numbers) + ", the name none");
        }
        List<String> revisions = revisions(text, sequences);
        if (number.isPresent() && revision.isPresent() && !revisions.isEmpty() && !revisions.contains(revision.get())) {
            found.add("the title block says revision " + String.join(", ", revisions) + ", not " + revision.get());
        }
        return found;
    }

    /** What there is to say of it where nothing differs. */
    default String inWords() {
        return switch (this) {
            case Text text -> "The title block agrees.";
            case NoText() -> "The first page has no text, as in a scan, so its title block was not compared.";
            case CannotOpen(String reason) -> "The file cannot be opened: " + reason + ".";
            case Unreadable(String reason) -> "The title block could not be read: " + reason + ".";
        };
    }
}
