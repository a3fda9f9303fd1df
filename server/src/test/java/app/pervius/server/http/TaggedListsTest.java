package app.pervius.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Client.Answer;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;

/** By itself: whatever other tests change at the same time would be a reason to send a list anew. */
@Isolated
@ExtendWith(Running.class)
class TaggedListsTest {

    private static final String CALCULATIONS = "Work in progress / Fennick Hydraulics / Calculations";

    private static String tag(Answer answer) {
        return Objects.requireNonNull(answer.must(200).raw()).headers().firstValue("ETag").orElseThrow();
    }

    /** Asked twice while nothing happens; something may, by itself, in between. */
    private static Answer unchanged(Client somebody, String path) {
        return Client.until(() -> somebody.since(tag(somebody.get(path)), path), answer -> answer.status() == 304);
    }

    @Test
    void aListThatHasNotChangedIsAnsweredByItsTag(App app) {
        Client mirela = app.as("Mirela Draganova");
        String project = "/api/projects/" + mirela.project();
        for (String path : List.of("/api/desk/reviews", project + "/passages", project + "/reviews", project + "/documents",
                project + "/folders", "/api/folders/" + mirela.folder(CALCULATIONS), project + "/people", project + "/rules",
                project + "/schemes")) {
            Answer again = unchanged(mirela, path);
            assertThat(Objects.requireNonNull(again.raw()).body()).as(path).isEmpty();
            assertThat(Objects.requireNonNull(mirela.get(path).raw()).headers().firstValue("Cache-Control"))
                    .as("browsers keep nothing of it").hasValueSatisfying(said -> assertThat(said).contains("no-store"));
        }
    }

    @Test
    void whateverChangesIsSentAnew(App app) {
        Client yusuf = app.as("Yusuf Karaderin");
        String path = "/api/folders/" + yusuf.folder(CALCULATIONS);
        String before = tag(yusuf.get(path));
        yusuf.submit(CALCULATIONS, "Tagged.xyz");
        Answer after = yusuf.since(before, path).must(200);
        assertThat(after.body().toString()).contains("Tagged.xyz");
        assertThat(tag(after)).isNotEqualTo(before);
    }

    @Test
    void aTagIsGoodForTheSessionItWasGivenTo(App app) {
        Client mirela = app.as("Mirela Draganova");
        Client yusuf = app.as("Yusuf Karaderin");
        unchanged(mirela, "/api/desk/reviews");
        assertThat(yusuf.since(tag(mirela.get("/api/desk/reviews")), "/api/desk/reviews").status()).isEqualTo(200);
        assertThat(app.as("Mirela Draganova").since(tag(mirela.get("/api/desk/reviews")), "/api/desk/reviews").status()).isEqualTo(200);
    }

    @Test
    void whoMayNotAskLearnsNothingFromATag(App app) {
        Client mirela = app.as("Mirela Draganova");
        String path = "/api/projects/" + mirela.project() + "/people";
        unchanged(mirela, path);
        String tag = tag(mirela.get(path));
        mirela.delete("/api/session");
        assertThat(mirela.since(tag, path).status()).isEqualTo(401);
    }

    /** Only what a list is made of may decide whether it is the same: of other calls nothing is known. */
    @Test
    void otherAnswersHaveNoTag(App app) {
        Client mirela = app.as("Mirela Draganova");
        assertThat(Objects.requireNonNull(mirela.get("/api/session").must(200).raw()).headers().map()).doesNotContainKey("etag");
    }
}
