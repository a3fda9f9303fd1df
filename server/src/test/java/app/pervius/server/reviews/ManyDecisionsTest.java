package app.pervius.server.reviews;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A review of many files that is over gives them their decisions some at a time, each once. */
class ManyDecisionsTest {

    private static final int FILES = 5;

    private static List<JsonNode> passages(Client who, long submission) {
        return who.get("/api/projects/" + who.project() + "/passages?which=ALL&submission=" + submission).must(200).body().get("items")
                .valueStream().map(row -> row.get("passage")).toList();
    }

    private static List<String> released(Client who, JsonNode passage) {
        return who.get("/api/passages/" + passage.get("id").asLong()).must(200).body().get("journal").valueStream()
                .filter(line -> line.get("kind").asString().equals("RELEASED")).map(line -> line.get("account").asString()).toList();
    }

    @Test
    void thoseLeftAreGivenTheirsAfterIt() {
        try (App app = Running.start("demo", Map.of("pervius.review.passed-on-together", 2))) {
            Client priya = app.as("Priya Venkatarangan");
            long submission = priya.submit("Work in progress / Aldermoor Civils / Drawings", "Many 1.pdf", "Many 2.pdf", "Many 3.pdf",
                    "Many 4.pdf", "Many 5.pdf");
            List<JsonNode> sent = priya.settled(submission);
            for (String who : List.of("Kwabena Adofori", "Tomasz Łęgowicz")) {
                Client reviewer = app.as(who);
                JsonNode review = Client.until(() -> reviewer.reviewOf(sent.getFirst()), r -> r.get("may").get("decide").asBoolean());
                review.get("files").forEach(f -> reviewer.decide(review, f.get("passage"), 1, "Fine, " + who + ".").must(204));
                reviewer.closeStep(review).must(204);
            }
            Client.until(() -> passages(priya, submission), all -> all.stream().filter(p -> p.get("at").has("ended")).count() == 2);
            assertThat(passages(priya, submission)).filteredOn(p -> !p.get("at").has("ended")).as("the others wait").hasSize(3)
                    .allSatisfy(p -> assertThat(p.get("at").get("station").asString()).isEqualTo("REVIEW"));
            Client tomasz = app.as("Tomasz Łęgowicz");
            String following = "/api/reviews/" + tomasz.reviewOf(sent.getFirst()).get("id").asLong() + "/following";
            JsonNode half = tomasz.get(following).must(200).body();
            assertThat(List.of(half.get("all").asInt(), half.get("underWay").asInt(), half.get("files").size()))
                    .isEqualTo(List.of(FILES, 3, FILES));
            app.look();
            List<JsonNode> ended = Client.until(() -> passages(priya, submission),
                    all -> all.stream().filter(p -> p.get("at").has("ended")).count() == FILES);
            assertThat(ended).extracting(p -> p.get("at").get("ended").asString()).containsOnly("ISSUED");
            app.look();
            JsonNode whole = Client.until(() -> tomasz.get(following).must(200).body(), f -> f.get("messages").asInt() > 0
                    && f.get("sent").asInt() == f.get("messages").asInt());
            assertThat(whole.get("underWay").asInt()).isZero();
            Client mirela = app.as("Mirela Draganova");
            assertThat(ended).allSatisfy(p -> assertThat(released(mirela, p)).singleElement().asString()
                    .contains("Decision: 1", "Fine, Kwabena Adofori."));
            assertThat(app.as("Aoife Ní Raghnaill").get("/api/check").must(200).body().get("whole").asBoolean()).isTrue();
        }
    }
}
