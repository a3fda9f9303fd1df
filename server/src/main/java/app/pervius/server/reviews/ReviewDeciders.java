package app.pervius.server.reviews;

import app.pervius.server.passages.Deciders;
import java.util.Collection;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Who sits in the step a passage is in. */
@Component
class ReviewDeciders implements Deciders {

    private final ReviewRepository reviews;
    private final Seats seats;

    ReviewDeciders(ReviewRepository reviews, Seats seats) {
        this.reviews = reviews;
        this.seats = seats;
    }

    @Override
    @Transactional(readOnly = true)
    public Collection<Long> deciding(long passage) {
        return reviews.ofPassage(passage).filter(r -> r.state == ReviewState.OPEN).<Collection<Long>>map(r -> seats.toTell(r, seats.in(r)))
                .orElse(List.of());
    }
}
