package app.pervius.core.issue;

import java.util.Set;
import java.util.stream.Collectors;

/**
 * The files of a revision are released to an output device, whatever else follows.
 *
 * @param device what the device is called
 * @param after the decision codes (1 to 4) it follows from; none where nobody reviews
 */
public record Release(String device, Set<Integer> after, How how) {

    /** The most copies that are asked for at once. */
    public static final int MOST_COPIES = 99;

    /** On what paper pages are put. */
    public enum Paper {
        AS_IT_IS("on the paper the device chooses"),
        BY_SHEET("each page on paper of its own size"),
        REDUCED("made to fit one size");

        private final String phrase;

        Paper(String phrase) {
            this.phrase = phrase;
        }

        /** In words, behind what is printed. */
        public String phrase() {
            return phrase;
        }
    }

    /**
     * How it is printed.
     *
     * @param media the paper by its self-describing name (PWG 5101.1), such as {@code iso_a3_297x420mm}; empty but for
     *     {@link Paper#REDUCED}
     * @param copies from 1 to {@link #MOST_COPIES}
     * @param held whether it waits at the device until somebody starts it there
     * @param stamp where each page says what it is
     */
    public record How(Paper paper, String media, int copies, boolean bothSides, boolean held, Stamp.Place stamp) {

        /** One stamped copy, each page on its own size, at once. */
        public static final How USUAL = new How(Paper.BY_SHEET, "", 1, false, false, Stamp.Place.LEFT_MARGIN);

        /** @throws IllegalArgumentException with a sentence, where it does not fit together */
        public How {
            if (copies < 1 || copies > MOST_COPIES) {
                throw new IllegalArgumentException("1 to " + MOST_COPIES + " copies can be printed, not " + copies + ".");
            }
            if (paper == Paper.REDUCED && media.isEmpty()) {
                throw new IllegalArgumentException("What is made to fit one size says which.");
            }
            if (paper != Paper.REDUCED && !media.isEmpty()) {
                throw new IllegalArgumentException("Only what is made to fit one size names it.");
            }
        }

        /** In words. */
        public String phrase() {
            return (copies == 1 ? "" : copies + " copies, ") + (paper == Paper.REDUCED ? "made to fit " + sizeOf(media) : paper.phrase())
                    + (bothSides ? ", on both sides" : "") + (held ? ", held there until somebody starts it" : "")
                    + (stamp == Stamp.Place.NONE ? "" : ", " + stamp.phrase());
        }

        /** The size in a self-describing name, as people call it: {@code A3} for {@code iso_a3_297x420mm}. */
        public static String sizeOf(String media) {
            String[] parts = media.split("_");
            boolean named = parts.length == 3 && !parts[0].equals("custom") && !parts[0].equals("om");
            return named ? parts[1].substring(0, 1).toUpperCase(java.util.Locale.ROOT) + parts[1].substring(1).replace('-', ' ')
                    : parts[parts.length - 1].replace("x", " × ");
        }
    }

    public Release {
        after = Set.copyOf(after);
    }

    /** In words, without when. */
    public String phrase() {
        return "released to “" + device + "”, " + how.phrase();
    }

    /** The codes it follows from, in words; empty where nobody reviews. */
    public String afterInWords() {
        return after.stream().sorted().map(String::valueOf).collect(Collectors.joining(", "));
    }
}
