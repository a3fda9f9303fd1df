package app.pervius.core.identify;

import app.pervius.core.passage.Unreadable;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * Something that may speak against an arrival, with all a rule can have done about it. Calls, rule file, editor and words come from here;
 * what it means stands in {@link Identify}. One that is forgotten fails when the type is first used.
 *
 * @param key what it is called in calls and stored: the part of {@link Checks} it is
 * @param inFile what it is called in a rule file
 * @param with the files it is about, behind “a file with”
 * @param hint what else people should know of it; may be empty
 * @param usual what is done unless the rule says otherwise
 */
public record Check<E extends Enum<E>>(String key, String inFile, String with, String hint, Class<E> type, E usual,
        Function<Checks, E> of, List<Option<E>> options) {

    /**
     * One thing that can be done.
     *
     * @param choice what people choose it by, behind the files it is about
     * @param said a whole sentence, for what is not as usual; empty of what is
     */
    public record Option<E>(E value, String choice, String said) {
    }

    public static final Check<Checks.Then> UNKNOWN_NUMBER = then("unknownNumber", "unknown-number", "a number nobody was given",
            Checks::unknownNumber, "is a new document", "is taken as a new document");
    public static final Check<Checks.Then> WRONG_ORIGINATOR = then("wrongOriginator", "wrong-originator", "another firm's number",
            Checks::wrongOriginator, "goes on all the same", "is taken all the same");
    public static final Check<Checks.Then> OUT_OF_SEQUENCE = then("outOfSequence", "out-of-sequence",
            "a revision that leaves codes out", Checks::outOfSequence, "is what its name says", "is taken as its name says");
    public static final Check<Checks.Then> ON_ITS_WAY = then("onItsWay", "on-its-way",
            "a number whose earlier revision is still on its way", Checks::onItsWay, "waits for that, then goes on",
            "waits for that to end");
    public static final Check<Checks.Then> NAME_MISFIT = then("nameMisfit", "name-misfit", "a name no pattern reads",
            Checks::nameMisfit, "has the whole name as its title", "is taken with the whole name as its title");
    public static final Check<Checks.TitleBlock> TITLE_BLOCK = new Check<>("titleBlock", "title-block",
            "a title block that says another number or revision",
            "compared where the PDF has text in the lower right corner of its first page", Checks.TitleBlock.class,
            Checks.TitleBlock.NOT_COMPARED, Checks::titleBlock, List.of(
            new Option<>(Checks.TitleBlock.NOT_COMPARED, "is not looked at", ""),
            new Option<>(Checks.TitleBlock.NOTE, "is noted on its passage", "Compares the title block and notes what differs."),
            new Option<>(Checks.TitleBlock.STOP, "is stopped", "A file whose title block says otherwise is stopped."),
            new Option<>(Checks.TitleBlock.RETURN, "goes back to its author",
                    "A file whose title block says otherwise goes back to its author.")));
    public static final Check<Checks.SameName> SAME_NAME = new Check<>("sameName", "same-name",
            "the name of one that was handed in here before",
            "where its name carries no number; one that came back before a decision is the same revision again", Checks.SameName.class,
            Checks.SameName.NEXT_REVISION, Checks::sameName, List.of(
            new Option<>(Checks.SameName.NEXT_REVISION, "is that document’s next revision", ""),
            new Option<>(Checks.SameName.NEW_DOCUMENT, "is a new document", "A file handed in again under its name is a new document."),
            new Option<>(Checks.SameName.ASK, "is stopped, so that somebody says which",
                    "A file handed in again under its name is stopped, so that somebody says what it is.")));
    public static final Check<Unreadable> UNREADABLE = new Check<>("unreadable", "unreadable",
            "a PDF in it that cannot be opened (password, damaged)", "", Unreadable.class, Unreadable.NOTE, Checks::unreadable, List.of(
            new Option<>(Unreadable.NOTE, "is marked at Prepare", ""),
            new Option<>(Unreadable.STOP, "is stopped there", "A PDF that cannot be opened is stopped."),
            new Option<>(Unreadable.RETURN, "goes back to its author", "A PDF that cannot be opened goes back to its author.")));

    /** All of them, in the order in which they are offered. */
    public static final List<Check<?>> ALL = all(UNKNOWN_NUMBER, WRONG_ORIGINATOR, OUT_OF_SEQUENCE, ON_ITS_WAY, NAME_MISFIT, TITLE_BLOCK,
            SAME_NAME, UNREADABLE);

    public Check {
        options = List.copyOf(options);
        Set<E> wanted = new HashSet<>(Arrays.asList(type.getEnumConstants()));
        if (!wanted.equals(options.stream().map(Option::value).collect(Collectors.toSet())) || options.size() > wanted.size()) {
            throw new IllegalStateException("not everything that can be done about " + key + " is described once");
        }
    }

    /** What these checks say of it, where that is not as usual; empty otherwise. */
    public String said(Checks checks) {
        E value = of.apply(checks);
        return options.stream().filter(option -> option.value() == value).map(Option::said).findFirst().orElseThrow();
    }

    private static Check<Checks.Then> then(String key, String inFile, String with, Function<Checks, Checks.Then> of, String goOn,
            String goesOn) {
        return new Check<>(key, inFile, with, "", Checks.Then.class, Checks.Then.STOP, of, List.of(
                new Option<>(Checks.Then.STOP, "is stopped", ""),
                new Option<>(Checks.Then.RETURN, "goes back to its author", "A file with " + with + " goes back to its author."),
                new Option<>(Checks.Then.GO_ON, goOn, "A file with " + with + " " + goesOn + ".")));
    }

    private static List<Check<?>> all(Check<?>... checks) {
        List<String> parts = Arrays.stream(Checks.class.getRecordComponents()).map(part -> part.getName()).toList();
        if (!parts.equals(Arrays.stream(checks).map(Check::key).toList())) {
            throw new IllegalStateException("not every check is described once, in its order: " + parts);
        }
        return List.of(checks);
    }
}
