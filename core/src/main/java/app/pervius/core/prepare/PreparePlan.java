package app.pervius.core.prepare;

import app.pervius.core.arrive.FileName;
import java.util.List;
import java.util.Optional;

/**
 * What a rule says of station Prepare.
 *
 * @param copy whether a readable copy (PDF) is made of what comes without a PDF
 * @param companion what has to come beside it; empty where nothing is waited for
 * @param keeping where the PDF that is read lies besides
 */
public record PreparePlan(Copy copy, Optional<Companion> companion, Keeping keeping) {

    /** Nothing is made and nothing waited for. */
    public static final PreparePlan NONE = new PreparePlan(Copy.NONE, Optional.empty(), Keeping.WITH_IT);
    /** A copy is made where that is possible. */
    public static final PreparePlan USUAL = new PreparePlan(Copy.WANTED, Optional.empty(), Keeping.WITH_IT);

    /** Whether a readable copy is made. */
    public enum Copy {
        /** None is made. */
        NONE("no readable copy is made"),
        /** One is made; what none can be made of goes on without. */
        WANTED("a readable copy is made; without one it goes on"),
        /** One is made; what none can be made of is stopped. */
        NEEDED("a readable copy is made; without one it is stopped");

        private final String phrase;

        Copy(String phrase) {
            this.phrase = phrase;
        }

        /** What it means, to go on after a file's name. */
        public String phrase() {
            return phrase;
        }
    }

    /**
     * Files of the same name with other endings that belong to the revision and may come later.
     *
     * @param endings each of them has to be there, in lower case and without the dot; at least one
     * @param workingDays how long it is waited for, 1 to 60
     * @param then what happens if it does not come
     */
    public record Companion(List<String> endings, int workingDays, Then then) {

        public static final int MOST_ENDINGS = 5;
        public static final int MOST_DAYS = 60;

        /** What happens when the time is over. */
        public enum Then { GO_ON, STOP }

        public Companion {
            endings = List.copyOf(endings);
        }

        /** The endings that are missing among files. */
        public List<String> missing(List<FileName> files) {
            return endings.stream().filter(ending -> files.stream().noneMatch(file -> file.ending().equals(ending))).toList();
        }

        /** The endings as people say them: “PDF and DWG”. */
        public static String inWords(List<String> endings) {
            return String.join(" and ", endings.stream().map(e -> e.toUpperCase(java.util.Locale.ROOT)).toList());
        }
    }
}
