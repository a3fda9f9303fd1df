package app.pervius.server.projects;

import app.pervius.server.refused.Refused;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.time.temporal.Temporal;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.data.ParserException;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.DtEnd;
import net.fortuna.ical4j.model.property.DtStart;
import net.fortuna.ical4j.model.property.Summary;

/** Reads holidays from a calendar in iCalendar (RFC 5545): its events that last whole days. */
final class HolidayReader {

    private static final int MOST_BYTES = 2_000_000;
    private static final int MOST_HOLIDAYS = 2_000;
    private static final int LONGEST_NAME = 120;

    private HolidayReader() {
    }

    /** The holidays in order, each day once. Events with an hour are no holidays; a calendar without any whole day is refused. */
    static List<WorkingDays.Holiday> read(InputStream in) throws IOException {
        byte[] bytes = in.readNBytes(MOST_BYTES + 1);
        if (bytes.length > MOST_BYTES) {
            throw Refused.invalid("calendar", "A calendar has at most " + MOST_BYTES / 1_000_000 + " MB.");
        }
        Calendar calendar;
        try {
            calendar = new CalendarBuilder().build(new ByteArrayInputStream(bytes));
        } catch (ParserException e) {
            throw Refused.invalid("calendar", "This is no iCalendar file: line " + Math.max(1, e.getLineNo()) + " cannot be read.");
        } catch (RuntimeException e) {
            throw Refused.invalid("calendar", "This is no iCalendar file that can be read: " + e.getMessage());
        }
        TreeMap<LocalDate, String> days = new TreeMap<>();
        calendar.getComponents(VEvent.VEVENT).forEach(event -> add((VEvent) event, days));
        if (days.isEmpty()) {
            throw Refused.invalid("calendar", "The calendar has no events that last whole days.");
        }
        return days.entrySet().stream().map(e -> new WorkingDays.Holiday(e.getKey(), e.getValue())).toList();
    }

    private static void add(VEvent event, TreeMap<LocalDate, String> days) {
        Optional<DtStart<Temporal>> start = event.getProperty("DTSTART");
        if (start.isEmpty() || !(start.get().getDate() instanceof LocalDate first)) {
            return;
        }
        Optional<DtEnd<Temporal>> end = event.getProperty("DTEND");
        LocalDate after = end.map(DtEnd::getDate).filter(LocalDate.class::isInstance).map(LocalDate.class::cast).orElse(first.plusDays(1));
        Optional<Summary> summary = event.getProperty("SUMMARY");
        String name = summary.map(Summary::getValue).filter(n -> !n.isBlank()).orElse("holiday");
        for (LocalDate day = first; day.isBefore(after) || day.equals(first); day = day.plusDays(1)) {
            if (days.size() >= MOST_HOLIDAYS) {
                throw Refused.invalid("calendar", "The calendar has more than " + MOST_HOLIDAYS + " whole days.");
            }
            days.putIfAbsent(day, name.length() > LONGEST_NAME ? name.substring(0, LONGEST_NAME) : name);
        }
    }
}
