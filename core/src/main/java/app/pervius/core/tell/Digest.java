package app.pervius.core.tell;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** Writes the one message that says what has gathered for somebody: how many, and which, by folder and by what happened. */
public final class Digest {

    /** The most files a message names; beyond them it says how many more there are. */
    public static final int MOST = 300;

    private Digest() {
    }

    /**
     * Something that happened to a file or revision.
     *
     * @param folder the path of the folder it came in, and {@code folderLink} opens it
     * @param what number, revision and title, or the file name before it has a number
     * @param detail what is said of it; may be empty
     * @param link opens it
     * @param rules the names of the rules that tell of it; empty where it is told without one
     * @param because why the recipient is told of it
     */
    public record Item(String folder, String folderLink, Occasion occasion, String what, String detail, String link, List<String> rules,
            String because) {
        public Item {
            rules = List.copyOf(rules);
        }
    }

    /**
     * @param project its code
     * @param settings opens the page on which the person says when messages come; empty where it is nobody of the project
     */
    public static Letter write(String project, String recipient, List<Item> items, String settings) {
        Map<Occasion, Long> counts = items.stream().collect(Collectors.groupingBy(Item::occasion, LinkedHashMap::new,
                Collectors.counting()));
        String count = counts.entrySet().stream().map(e -> e.getValue() + " " + e.getKey().label()).collect(Collectors.joining(", "));
        String files = items.size() == 1 ? "1 file" : items.size() + " files";
        StringBuilder text = new StringBuilder("Dear " + recipient + ",\n\n" + "what has gathered for you: " + count + ".\n");
        Map<String, List<Item>> byFolder = items.stream().limit(MOST).collect(Collectors.groupingBy(Item::folder, LinkedHashMap::new,
                Collectors.toList()));
        byFolder.forEach((folder, its) -> {
            text.append("\n").append(Letter.clean(folder)).append("\n").append(its.getFirst().folderLink()).append("\n");
            its.stream().collect(Collectors.groupingBy(Item::occasion, LinkedHashMap::new, Collectors.toList()))
                    .forEach((occasion, same) -> {
                        text.append("\n  ").append(capital(occasion.label())).append(" (").append(same.size()).append(")\n");
                        same.forEach(item -> text.append(line(item)));
                    });
        });
        if (items.size() > MOST) {
            text.append("\nand ").append(items.size() - MOST).append(" more.\n");
        }
        text.append("\n").append(Letter.because(Manner.inWords(items.stream().map(Item::because).toList())))
                .append(Letter.settings(settings));
        return new Letter(Letter.clean("[" + project + "] " + files + ": " + count), text.toString());
    }

    private static String line(Item item) {
        return "\n  " + Letter.clean(item.what()) + (item.detail().isBlank() ? "" : "\n    " + item.detail().strip().replace("\n",
                "\n    ")) + (item.rules().isEmpty() ? "" : "\n    told by " + item.rules().stream().map(r -> "“" + Letter.clean(r) + "”")
                        .collect(Collectors.joining(", "))) + "\n    " + item.link() + "\n";
    }

    private static String capital(String label) {
        return Character.toUpperCase(label.charAt(0)) + label.substring(1);
    }
}
