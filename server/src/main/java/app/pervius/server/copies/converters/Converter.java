package app.pervius.server.copies.converters;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Makes a PDF of files of some formats. */
public interface Converter {

    /**
     * A file to make a PDF of.
     *
     * @param source its bytes; only read
     * @param ending of its name, in lower case, without the dot; letters and digits, or nothing
     * @param directory an empty one of its own; everything in it is gone afterwards
     */
    record Job(Path source, String ending, Path directory) {
    }

    /**
     * What has been made.
     *
     * @param pdf in the job's directory
     * @param said what the converter said of it, for people; may be empty
     */
    record Converted(Path pdf, String said) {
    }

    /** No PDF can be made of a file; said in a sentence for people. Trying again would not help unless something else changes. */
    final class CannotConvert extends Exception {
        private static final long serialVersionUID = 1;

        private final String sentence;

        public CannotConvert(String sentence) {
            super(sentence);
            this.sentence = sentence;
        }

        public String sentence() {
            return sentence;
        }
    }

    /** What those are called that are parts of Pervius. */
    String OWN = "Pervius";

    /** What it is called with its version, if it can be used here. */
    default Optional<String> called() {
        return Optional.of(name());
    }

    /** What it is called where it is not here. */
    default String name() {
        return OWN;
    }

    /** The endings of what it takes, in lower case. */
    List<String> endings();

    /** What has to be done so that it can be used, in a sentence; empty for what is always here. */
    default String toInstall() {
        return "";
    }

    /** @param ending of the name, in lower case; @param mediaType what the content was told to be */
    default boolean takes(String ending, String mediaType) {
        return endings().contains(ending);
    }

    Converted convert(Job job) throws IOException, CannotConvert;
}
