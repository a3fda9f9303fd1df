package app.pervius.server.backup;

import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.ZoneId;
import java.time.temporal.IsoFields;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Which backups are kept: the last of each of so many days, weeks (ISO 8601, from Monday) and months on which there was one.
 *
 * @param days at least 1
 */
public record Keep(int days, int weeks, int months) {

    /** A week's days, five weeks, a year's months. */
    public static final Keep USUAL = new Keep(7, 5, 12);

    private static final Pattern WRITTEN = Pattern.compile("(\\d{1,3})d(?:(\\d{1,3})w)?(?:(\\d{1,3})m)?");

    /**
     * As it is written, such as {@code 7d5w12m}; weeks and months may be left out.
     *
     * @throws IllegalArgumentException in words, where it reads otherwise
     */
    public static Keep of(String written) {
        Matcher m = WRITTEN.matcher(written);
        if (!m.matches() || Integer.parseInt(m.group(1)) < 1) {
            throw new IllegalArgumentException("What is kept is written as 7d5w12m: days (at least 1), weeks and months, not “" + written
                    + "”.");
        }
        return new Keep(Integer.parseInt(m.group(1)), m.group(2) == null ? 0 : Integer.parseInt(m.group(2)), m.group(3) == null ? 0
                : Integer.parseInt(m.group(3)));
    }

    /** Those of some backups that are kept; the last one always is. */
    public Set<Instant> kept(List<Instant> made, ZoneId zone) {
        List<Instant> newestFirst = made.stream().sorted(Comparator.reverseOrder()).toList();
        Set<Instant> kept = new LinkedHashSet<>();
        lastOfEach(newestFirst, days, at -> LocalDate.ofInstant(at, zone), kept);
        lastOfEach(newestFirst, weeks, at -> {
            LocalDate day = LocalDate.ofInstant(at, zone);
            return day.get(IsoFields.WEEK_BASED_YEAR) + "-" + day.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR);
        }, kept);
        lastOfEach(newestFirst, months, at -> YearMonth.from(LocalDate.ofInstant(at, zone)), kept);
        return kept;
    }

    private static void lastOfEach(List<Instant> newestFirst, int most, Function<Instant, Object> time, Set<Instant> kept) {
        Set<Object> seen = new HashSet<>();
        for (Instant at : newestFirst) {
            if (seen.size() < most && seen.add(time.apply(at))) {
                kept.add(at);
            }
        }
    }

    @Override
    public String toString() {
        return days + "d" + weeks + "w" + months + "m";
    }
}
