package app.pervius.server.search;

import app.pervius.server.access.Actor;
import java.util.List;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Finds what one feature keeps; whoever asks finds only what that person may see. */
public interface Finder {

    /** What is found, in the order it is shown. */
    enum Kind { DOCUMENT, PASSAGE, NUMBER, SUBMISSION, FOLDER, FILE, PERSON }

    /** Beyond so many it is only said that there are more. */
    int COUNTED = 1000;

    /**
     * Something that was found.
     *
     * @param what it is called
     * @param more what else there is to say of it
     * @param place where it is looked at, within Pervius; absent where there is no place of its own
     */
    record Hit(@Nullable String number, @Nullable String revision, String what, String more, @Nullable String place) {
    }

    /**
     * What was found.
     *
     * @param count how many there are; one more than {@link #COUNTED} where there are more than that
     */
    record Found(List<Hit> hits, int count) {

        /** The first of all that were found; of those no others are looked up. */
        public static <T> Found of(List<T> all, int most, Function<List<T>, List<Hit>> hits) {
            return new Found(hits.apply(all.subList(0, Math.min(most, all.size()))), all.size());
        }
    }

    Kind kind();

    /** @param most how many hits at most */
    Found find(long project, String text, int most, Actor actor);
}
