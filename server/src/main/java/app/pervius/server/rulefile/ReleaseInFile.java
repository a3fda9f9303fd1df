package app.pervius.server.rulefile;

import app.pervius.core.issue.Release;
import app.pervius.core.issue.Stamp;
import app.pervius.server.textfiles.FilePart;
import app.pervius.server.textfiles.FileWords;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;

/** A device that files are released to, in a rule file. */
final class ReleaseInFile {

    private static final int LONGEST_DEVICE = 60;
    private static final int LONGEST_MEDIA = 80;

    private ReleaseInFile() {
    }

    static Map<String, Object> write(Release release) {
        Map<String, Object> says = new LinkedHashMap<>();
        says.put("device", release.device());
        if (!release.after().isEmpty()) {
            says.put("after", new TreeSet<>(release.after()).stream().toList());
        }
        Release.How how = release.how();
        says.put("paper", FileWords.of(how.paper()));
        if (!how.media().isEmpty()) {
            says.put("size", how.media());
        }
        says.put("copies", how.copies());
        says.put("both-sides", how.bothSides());
        says.put("held", how.held());
        says.put("stamp", FileWords.of(how.stamp()));
        return says;
    }

    static Optional<Release> read(FilePart part) {
        if (!part.mapping("A release")) {
            return Optional.empty();
        }
        Optional<String> device = part.need("device").flatMap(p -> p.text("A device", LONGEST_DEVICE));
        List<Integer> after = part.find("after").map(p -> p.list("“after”", code -> number(code, "A decision code", 4)))
                .orElse(List.of());
        Release.Paper paper = part.find("paper").flatMap(p -> p.word("“paper”", Release.Paper.class)).orElse(Release.How.USUAL.paper());
        String media = part.find("size").flatMap(p -> p.text("A size", LONGEST_MEDIA)).orElse("");
        int copies = part.find("copies").flatMap(p -> number(p, "“copies”", Release.MOST_COPIES)).orElse(1);
        boolean bothSides = part.find("both-sides").flatMap(p -> p.yesOrNo("“both-sides”")).orElse(false);
        boolean held = part.find("held").flatMap(p -> p.yesOrNo("“held”")).orElse(false);
        Stamp.Place stamp = part.find("stamp").flatMap(p -> p.word("“stamp”", Stamp.Place.class)).orElse(Stamp.Place.NONE);
        part.nothingElse();
        try {
            Release.How how = new Release.How(paper, media, copies, bothSides, held, stamp);
            return device.map(name -> new Release(name, new TreeSet<>(after), how));
        } catch (IllegalArgumentException e) {
            part.wrong(String.valueOf(e.getMessage()));
            return Optional.empty();
        }
    }

    private static Optional<Integer> number(FilePart part, String what, int most) {
        Optional<Long> read = part.count(what);
        if (read.filter(n -> n < 1 || n > most).isPresent()) {
            part.wrong(what + " is 1 to " + most + ".");
        }
        return read.filter(n -> n >= 1 && n <= most).map(Long::intValue);
    }
}
