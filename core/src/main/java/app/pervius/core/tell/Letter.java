package app.pervius.core.tell;

import java.util.List;
import java.util.stream.Collectors;

/** A message as it is sent: a subject and a plain text. */
public record Letter(String subject, String text) {

    /**
     * One file or revision the message speaks of.
     *
     * @param what number, revision and title, or the file name before it has a number
     * @param detail what is to be said of it; may be empty
     * @param link opens it
     */
    public record Line(String what, String detail, String link) {
    }

    /**
     * What all lines share.
     *
     * @param submission its reference
     * @param openAll opens the place where all of them are
     * @param rules the names of the rules that send this; empty when it is sent without a rule
     * @param files how many files it is about; more than there are lines when only the first are listed
     * @param because why the recipient gets it, as the rest of “because …”
     * @param settings opens the page on which the person says when messages come; empty where it is nobody of the project
     */
    public record Heading(Occasion occasion, String project, String submission, String recipient, String openAll, List<String> rules,
            int files, String because, String settings) {
    }

    /**
     * Writes one message for one person about one occasion.
     *
     * @param ownSubject in the place of the usual subject; empty for that
     */
    public static Letter write(Heading heading, List<Line> lines, String ownSubject) {
        String count = heading.files() == 1 ? lines.getFirst().what() : heading.files() + " files";
        String subject = clean(ownSubject.isBlank() ? "[" + heading.project() + "] " + count + " " + heading.occasion()
                .label() + " (" + heading.submission() + ")" : ownSubject);
        String body = lines.stream().map(Letter::paragraph).collect(Collectors.joining("\n\n"));
        String sender = heading.rules().isEmpty() ? "Sent by Pervius."
                : "Sent by rule " + heading.rules().stream().map(r -> "“" + r + "”").collect(Collectors.joining(", ")) + ".";
        return new Letter(subject, "Dear " + heading.recipient() + ",\n\n" + heading.occasion()
                .opening(heading.submission(), heading.files()) + "\n\n" + body
                + (heading.files() > lines.size() ? "\n\n  and " + (heading.files() - lines.size()) + " more." : "")
                + "\n\nAll of it: " + heading.openAll() + "\n\n" + sender + "\n"
                + because(heading.because()) + settings(heading.settings()));
    }

    /**
     * The subject of a message of several things from those that were given for each: where they differ, the first with how many more there
     * are; empty where none was given.
     */
    public static String subject(List<String> given, int things) {
        List<String> all = given.stream().filter(s -> !s.isEmpty()).distinct().toList();
        return all.isEmpty() ? "" : all.size() == 1 || things == 1 ? all.getFirst()
                : all.getFirst() + " and " + (things == 2 ? "one more" : things - 1 + " more");
    }

    /** Why somebody gets a message. */
    static String because(String why) {
        return why.isEmpty() ? "" : "You get this because " + clean(why) + ".\n";
    }

    /** The last line, for whoever can say when messages come. */
    static String settings(String place) {
        return place.isEmpty() ? "" : "\nWhen messages come is yours to say: " + place + "\n";
    }

    private static String paragraph(Line line) {
        return "  " + clean(line.what()) + (line.detail().isBlank() ? "" : "\n  " + line.detail().strip().replace("\n", "\n  "))
                + "\n  " + line.link();
    }

    /** One line: a name with a line break in it can add nothing to a header. */
    static String clean(String text) {
        return text.replaceAll("\\p{Cntrl}+", " ");
    }
}
