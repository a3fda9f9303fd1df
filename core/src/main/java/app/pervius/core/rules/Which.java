package app.pervius.core.rules;

import app.pervius.core.arrive.FileFormat;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import java.util.List;
import java.util.Set;

/**
 * The conditions an arrival has to meet; an empty set asks nothing.
 *
 * @param formats at least one file of the revision has one of these formats
 * @param firms the author is of one of these firms
 * @param people the author is one of these people; together with {@code firms}: either is enough
 */
public record Which(Set<FileFormat> formats, Set<FirmId> firms, Set<PersonId> people) {

    public static final Which EVERYTHING = new Which(Set.of(), Set.of(), Set.of());

    public Which {
        formats = Set.copyOf(formats);
        firms = Set.copyOf(firms);
        people = Set.copyOf(people);
    }

    /** The first condition that is not met, in words, or empty. */
    java.util.Optional<String> unmet(ArrivalFacts arrival) {
        if (!formats.isEmpty() && arrival.formats().stream().noneMatch(formats::contains)) {
            return java.util.Optional.of("the file is " + inWords(arrival.formats()) + ", the rule takes " + inWords(formats));
        }
        boolean from = firms.isEmpty() && people.isEmpty()
                || firms.contains(arrival.authorFirm()) || people.contains(arrival.author());
        return from ? java.util.Optional.empty()
                : java.util.Optional.of("it comes from " + arrival.authorInWords() + ", whom the rule does not name");
    }

    private static String inWords(Set<FileFormat> formats) {
        List<String> labels = formats.stream().sorted().map(FileFormat::label).toList();
        return String.join(" or ", labels);
    }
}
