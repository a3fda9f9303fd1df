package app.pervius.server.reviews.desk;

import app.pervius.server.access.Actor;
import app.pervius.server.passages.Passages;
import app.pervius.server.passages.Reviewed;
import app.pervius.server.refused.Refused;
import app.pervius.server.reviews.ReviewAccess;
import app.pervius.server.reviews.ReviewRepository;
import app.pervius.server.reviews.Reviews;
import app.pervius.server.reviews.chasing.Foreseeing;
import java.util.List;
import java.util.Objects;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** Reviews as the reviewing side reads them, and what was said in them. */
@RestController
class ReviewController {

    private final ReviewRepository reviews;
    private final Reviews flow;
    private final ReviewAccess access;
    private final ReviewViews views;
    private final Passages passages;
    private final Foreseeing foreseeing;
    private final Following following;
    private final TransactionTemplate reading;

    ReviewController(ReviewRepository reviews, Reviews flow, ReviewAccess access, ReviewViews views, Passages passages,
            Foreseeing foreseeing, Following following, PlatformTransactionManager transactions) {
        this.reviews = reviews;
        this.flow = flow;
        this.access = access;
        this.views = views;
        this.passages = passages;
        this.foreseeing = foreseeing;
        this.following = following;
        this.reading = new TransactionTemplate(transactions);
        this.reading.setReadOnly(true);
    }

    /** A review with its files, for the reviewing side. */
    @GetMapping("/api/reviews/{id}")
    ReviewViews.ReviewView review(@PathVariable long id, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> views.view(access.mustSee(reviews.findById(id), actor), actor)));
    }

    /** The review a passage is or was in, for the reviewing side. */
    @GetMapping("/api/passages/{passage}/review")
    ReviewViews.ReviewView ofPassage(@PathVariable long passage, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> views.view(access.mustSee(reviews.ofPassage(passage), actor), actor)));
    }

    /** What was said of a revision: as it was said for the reviewing side; for the author's firm as it was released, once it is. */
    @GetMapping("/api/passages/{passage}/answers")
    List<Reviewed.Said> said(@PathVariable long passage, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> {
            Passages.PassageView view = passages.passage(passage);
            if (!actor.maySee(view.project(), view.from().authorFirm())) {
                throw Refused.notFound("passage");
            }
            if (access.readsAsSaid(view, actor)) {
                return flow.said(passage);
            }
            return view.at().state() == Passages.State.DONE ? flow.released(passage) : List.<Reviewed.Said>of();
        }));
    }

    /** What will be sent to whom and when while nobody answers. */
    @GetMapping("/api/reviews/{id}/chasing")
    List<Foreseeing.Foreseen> chasing(@PathVariable long id, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> foreseeing.foreseen(access.mustSee(reviews.findById(id), actor))));
    }

    /** What still follows from the decisions of a review, and what came of them. */
    @GetMapping("/api/reviews/{id}/following")
    Following.WhatFollows following(@PathVariable long id, Actor actor) {
        return Objects.requireNonNull(reading.execute(status -> following.of(access.mustSee(reviews.findById(id), actor), actor)));
    }
}
