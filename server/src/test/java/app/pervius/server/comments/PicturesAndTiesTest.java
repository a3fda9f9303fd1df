package app.pervius.server.comments;

import static app.pervius.server.comments.CommentsTest.BOX;
import static app.pervius.server.comments.CommentsTest.comment;
import static app.pervius.server.comments.CommentsTest.of;
import static app.pervius.server.comments.CommentsTest.read;
import static app.pervius.server.comments.CommentsTest.waiting;
import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Desks;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What goes with the words of a comment: pictures, and the decision that is not given while it is open. */
@ExtendWith(Running.class)
class PicturesAndTiesTest {

    private static byte[] png(int width) throws IOException {
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(width, 2, BufferedImage.TYPE_INT_RGB), "png", png);
        return png.toByteArray();
    }

    private static String pictures(JsonNode passage) {
        return "/api/passages/" + passage.get("id").asLong() + "/comment-pictures";
    }

    private static long given(Client who, JsonNode passage) throws IOException {
        return who.postBytes(pictures(passage), png(7)).must(201).body().get("id").asLong();
    }

    private static Map<String, Object> pictured(String key, List<Long> pictures) {
        Map<String, Object> body = new HashMap<>(comment(key, BOX, ""));
        body.put("pictures", pictures);
        return body;
    }

    private static Map<String, Object> closed(Client who, JsonNode passage, long id, boolean closed) {
        return Map.of("version", read(who, passage, id).get("version").asInt(), "closed", closed);
    }

    @Test
    void aPictureIsReadByWhoReadsItsComment(App app) throws Exception {
        Desks desks = new Desks(app);
        JsonNode passage = waiting(desks, "pictured", "Pictured.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        Client kwabena = desks.as("Kwabena Adofori");
        Client priya = desks.as("Priya Venkatarangan");
        long picture = given(henrike, passage);
        String its = "/api/comment-pictures/" + picture;
        assertThat(henrike.get(its).must(200).raw().headers().firstValue("content-type")).hasValue("image/png");
        assertThat(kwabena.get(its).status()).as("nobody else's before it is said").isEqualTo(404);
        assertThat(kwabena.post(of(passage), pictured("stolen", List.of(picture))).status()).as("nor to say something with").isEqualTo(400);
        long id = henrike.post(of(passage), pictured("pictured", List.of(picture))).must(201).body().get("id").asLong();
        JsonNode said = read(kwabena, passage, id);
        assertThat(said.get("with").get("pictures").get(0).get("width").asInt()).isEqualTo(7);
        kwabena.get(its).must(200);
        assertThat(priya.get(its).status()).as("not released").isEqualTo(404);
        assertThat(henrike.post(of(passage), pictured("twice", List.of(picture))).status()).as("in one comment only").isEqualTo(400);

        henrike.put("/api/comments/" + id, Map.of("version", said.get("version").asInt(), "place", BOX, "text", "Without it.")).must(204);
        assertThat(kwabena.get(its).status()).as("taken out again").isEqualTo(404);
        Map<String, Object> back = new HashMap<>(pictured("", List.of(picture)));
        back.remove("key");
        back.put("version", read(henrike, passage, id).get("version").asInt());
        henrike.put("/api/comments/" + id, back).must(204);
        Desks.decideAll(henrike, passage, 2, "See the picture.");
        JsonNode review = kwabena.reviewOf(passage);
        kwabena.post(Desks.at(review) + "/releases", Map.of("turn", review.get("turn").asInt())).must(204);
        Desks.ended(desks.mirela, passage);
        priya.get(its).must(200);
    }

    @Test
    void whatIsNoPictureOrTooLargeIsRefused(App app) throws Exception {
        Desks desks = new Desks(app);
        String at = pictures(waiting(desks, "no-picture", "No picture.pdf"));
        Client henrike = desks.as("Henrike Solvangen");
        assertThat(henrike.postBytes(at, "<svg/>".getBytes(StandardCharsets.UTF_8)).must(400).body().get("detail").asString())
                .contains("PNG or a JPEG");
        assertThat(henrike.postBytes(at, Arrays.copyOf(png(9), 12)).must(400).body().get("detail").asString()).contains("broken");
        byte[] bomb = png(9);
        ByteBuffer.wrap(bomb).putInt(16, 60_000).putInt(20, 60_000);
        assertThat(henrike.postBytes(at, bomb).must(400).body().get("detail").asString()).contains("60000 × 60000");
        assertThat(henrike.postBytes(at, new byte[(10 << 20) + 1]).status()).isEqualTo(413);
    }

    @Test
    void aDecisionIsNotGivenWhileWhatIsNeededBeforeItIsOpen(App app) {
        Desks desks = new Desks(app);
        JsonNode passage = waiting(desks, "needed", "Needed.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        Map<String, Object> needed = new HashMap<>(comment("needed", BOX, "Raise the sill first."));
        needed.put("before", 2);
        Client priya = desks.as("Priya Venkatarangan");
        assertThat(priya.post(of(passage), needed).status()).as("the author's firm ties nothing").isEqualTo(400);
        long id = henrike.post(of(passage), needed).must(201).body().get("id").asLong();
        JsonNode review = henrike.reviewOf(passage);
        for (int code : new int[] {1, 2}) {
            assertThat(henrike.decide(review, passage, code, "See the sheet.").must(409).body().get("detail")
                    .asString()).contains("has a comment that has to be closed before it can be “" + code + "”");
        }
        henrike.decide(review, passage, 3, "See the sheet.").must(204);
        henrike.put("/api/comments/" + id + "/stage", closed(henrike, passage, id, true)).must(204);
        henrike.decide(review, passage, 1, "See the sheet.").must(204);
        // Opened again after the decision was given: the step is not closed with it.
        henrike.put("/api/comments/" + id + "/stage", closed(henrike, passage, id, false)).must(204);
        assertThat(henrike.closeStep(review).must(409).body().get("detail").asString()).contains("has to be closed before");
        henrike.put("/api/comments/" + id + "/stage", closed(henrike, passage, id, true)).must(204);
        henrike.closeStep(review).must(204);
    }

    @Test
    void whatIsJoinedStillHoldsBackWhatItHeld(App app) {
        Desks desks = new Desks(app);
        JsonNode passage = waiting(desks, "held-joined", "Held joined.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        Map<String, Object> needed = new HashMap<>(comment("held", BOX, "Raise the sill first."));
        needed.put("before", 2);
        long held = henrike.post(of(passage), needed).must(201).body().get("id").asLong();
        long other = henrike.post(of(passage), comment("plain", BOX, "The sill is low.")).must(201).body().get("id").asLong();
        Desks.decideAll(henrike, passage, 3, "See the marks.");
        Client kwabena = desks.as("Kwabena Adofori");
        kwabena.put("/api/comments/" + held + "/joining", Map.of("version", 0, "into", other, "intoVersion", 0, "text", "Raise the sill."))
                .must(204);
        assertThat(read(kwabena, passage, other).get("with").get("before").asInt()).isEqualTo(2);
    }

    @Test
    void whatIsNeededGoesAlongToTheNextRevision(App app) {
        Desks desks = new Desks(app);
        JsonNode first = waiting(desks, "needed-along", "Needed along.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        Map<String, Object> needed = new HashMap<>(comment("along", BOX, "Raise the sill first."));
        needed.put("before", 1);
        henrike.post(of(first), needed).must(201);
        Desks.decideAll(henrike, first, 3, "Once more.");
        Client kwabena = desks.as("Kwabena Adofori");
        JsonNode review = kwabena.reviewOf(first);
        kwabena.post(Desks.at(review) + "/releases", Map.of("turn", review.get("turn").asInt())).must(204);
        JsonNode number = Desks.ended(desks.mirela, first).get("names").get("number");
        JsonNode next = desks.send("comments-needed-along", number.asString() + "_P02.pdf").getFirst();
        JsonNode again = henrike.reviewOf(next);
        henrike.decide(again, next, 1, "See the sheet.").must(409);
        henrike.decide(again, next, 2, "See the sheet.").must(204);
    }

    @Test
    void theSheetOfAFolderHasWhatWasSaidOfAllThatCameIntoIt(App app) {
        Desks desks = new Desks(app);
        JsonNode passage = waiting(desks, "lines", "Lines.pdf");
        Client henrike = desks.as("Henrike Solvangen");
        henrike.post(of(passage), comment("lines", BOX, "In the sheet of its folder.")).must(201);
        String sheet = desks.project + "/comment-sheet";
        String folder = "folder=" + passage.get("from").get("folder").asLong();
        JsonNode line = henrike.get(sheet + "/lines?" + folder).must(200).body().valueStream()
                .filter(l -> l.get("comment").get("text").asString().startsWith("In the sheet of its")).findFirst().orElseThrow();
        assertThat(line.get("comment").get("on").get("cycle").asInt()).isEqualTo(1);
        assertThat(henrike.get(sheet + "?format=CSV&" + folder).must(200).raw().body()).contains("In the sheet of its folder.");
        assertThat(desks.as("Priya Venkatarangan").get(sheet + "/lines?" + folder).must(200).raw().body()).doesNotContain("In the sheet");
        assertThat(henrike.get(sheet + "/summary?" + folder).must(200).raw().body()).startsWith("%PDF");
        henrike.get(sheet + "/lines").must(400);
    }
}
