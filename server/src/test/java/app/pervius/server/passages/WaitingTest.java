package app.pervius.server.passages;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.core.passage.Holder;
import app.pervius.core.passage.Passage;
import app.pervius.core.passage.State;
import app.pervius.core.passage.StopReason;
import app.pervius.core.passage.Wait;
import app.pervius.core.passage.WayOut;
import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** What waits with a limit does what was said once its time is over. */
@ExtendWith(Running.class)
class WaitingTest {

    private static final String DELIVERIES = "Work in progress / Dunmarrow Works / Deliveries";

    /** Has a passage wait for something until a moment. */
    private static void waits(App app, long id, Wait.Limit limit) {
        app.bean(TransactionTemplate.class).executeWithoutResult(status -> {
            StoredPassage row = app.bean(PassageRepository.class).findById(id).orElseThrow();
            Passage p = row.passage();
            State waiting = new State.Waiting(new Wait("its companion", Optional.empty(), Optional.of(limit)), new Holder.Pervius(),
                    Optional.empty());
            row.become(new Passage(p.id(), p.identity(), p.station(), waiting, p.orders(), p.decision(), p.reopened(), p.since()));
            assertThat(row.passage().state()).as("what is stored is what was meant").isEqualTo(waiting);
        });
    }

    private static JsonNode shown(Client who, long id) {
        return who.get("/api/passages/" + id).must(200).body().get("row").get("passage");
    }

    @Test
    void whatWaitedTooLongStopsWithItsReasonAndWaysOut(App app) {
        Client site = app.as("Oluwaseun Finchley-Ade");
        long late = site.settled(site.submit(DELIVERIES, "MS-C_Late companion.pdf")).getFirst().get("id").asLong();
        long patient = site.settled(site.submit(DELIVERIES, "MS-C_Patient companion.pdf")).getFirst().get("id").asLong();
        Wait.Then stop = new Wait.Then.Stop(new StopReason(StopReason.Code.FIELD_MISSING, "Its companion never came.", List.of("serial")),
                List.of(WayOut.TRY_AGAIN, WayOut.TAKE_OUT));
        waits(app, patient, new Wait.Limit(Instant.now().plusSeconds(3600), stop));
        waits(app, late, new Wait.Limit(Instant.now().minusSeconds(1), stop));
        JsonNode stopped = app.until(() -> shown(site, late), p -> p.get("at").get("state").asString().equals("STOPPED"));
        assertThat(stopped.get("at").get("stop").get("reason").asString()).isEqualTo("Its companion never came.");
        assertThat(stopped.get("at").get("stop").get("waysOut").valueStream().map(JsonNode::asString))
                .containsExactly("TRY_AGAIN", "TAKE_OUT");
        assertThat(stopped.get("at").get("heldBy").asString()).isEqualTo("document control");
        JsonNode waiting = shown(site, patient);
        assertThat(waiting.get("at").get("state").asString()).isEqualTo("WAITING");
        assertThat(waiting.get("at").get("waitingFor").asString()).isEqualTo("its companion");
        assertThat(waiting.get("at").get("heldBy").asString()).isEqualTo("Pervius");
    }
}
