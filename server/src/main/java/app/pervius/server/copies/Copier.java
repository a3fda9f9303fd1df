package app.pervius.server.copies;

import app.pervius.server.copies.converters.Converter;
import app.pervius.server.copies.converters.Converters;
import app.pervius.server.outbound.Channel;
import app.pervius.server.outbound.Outcome;
import app.pervius.server.outbound.Parcel;
import app.pervius.server.outbound.Patience;
import app.pervius.server.passages.Waiting;
import app.pervius.server.store.Outside;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/** Has the readable copies made that are asked for. What could not be made for a reason that may pass is tried once more. */
@Service
class Copier implements Channel {

    static final String KEY = "copy";
    private static final Logger LOG = LoggerFactory.getLogger(Copier.class);
    private static final Patience PATIENCE = new Patience(Duration.ofSeconds(3), Duration.ofSeconds(3), 2);
    private static final long LARGEST_SOURCE = 500_000_000;
    private static final int LONGEST_WORDS = 1_000;

    private final Copies copies;
    private final Converters converters;
    private final Making making;
    private final Waiting waiting;

    Copier(Copies copies, Converters converters, Making making, Waiting waiting) {
        this.copies = copies;
        this.converters = converters;
        this.making = making;
        this.waiting = waiting;
    }

    @Override
    public String key() {
        return KEY;
    }

    @Override
    public int together() {
        return 1;
    }

    /** More than are made at a time: while one waits for the disk, others are made. */
    @Override
    public int sideBySide() {
        return 3 * Making.AT_ONCE;
    }

    @Override
    public Patience patience() {
        return PATIENCE;
    }

    @Override
    public Map<Long, Outcome> send(List<Parcel> parcels) {
        return parcels.stream().collect(Collectors.toMap(Parcel::id, parcel -> make(copies.wanted(parcel.subject()))));
    }

    @Override
    public void givenUp(Parcel parcel, int tries, String lastWords) {
        copies.failed(parcel.subject(), lastWords).forEach(waiting::over);
    }

    private Outcome make(Copies.Wanted wanted) {
        if (wanted.made()) {
            return new Outcome.Over(() -> copies.noLongerWaiting(wanted.id()).forEach(waiting::over));
        }
        Outside.world("makes a readable copy");
        Optional<Converter> converter = converters.of(wanted.name(), wanted.mediaType());
        if (converter.isEmpty()) {
            return new Outcome.Refused("Nothing here makes a PDF of it.");
        }
        if (wanted.size() > LARGEST_SOURCE) {
            return new Outcome.Refused("It is larger than " + LARGEST_SOURCE / 1_000_000 + " MB.");
        }
        String by = converter.get().called().orElse(converter.get().name());
        try {
            Making.Made made = making.make(converter.get(), wanted.hash(), wanted.name());
            return new Outcome.Over(() -> copies.made(wanted.id(), by, shortened(made.said()), made.pdf(), made.tookMs())
                    .forEach(waiting::over));
        } catch (Converter.CannotConvert e) {
            return new Outcome.Refused(shortened(e.sentence()));
        } catch (IOException | RuntimeException e) {
            LOG.info("copy {} could not be made by {}", wanted.id(), by, e);
            return new Outcome.Failed(shortened(by + ": " + (e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage())));
        }
    }

    private static String shortened(String words) {
        return words.length() > LONGEST_WORDS ? words.substring(0, LONGEST_WORDS) + "…" : words;
    }
}
