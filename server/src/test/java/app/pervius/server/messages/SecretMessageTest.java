package app.pervius.server.messages;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** A message that lets somebody in can be read afterwards as it was sent, but for what lets in. */
@ExtendWith(Running.class)
class SecretMessageTest {

    @Test
    void anInvitationIsShownWithoutItsLinkBeforeAndAfterItHasGone(App app) {
        Client mirela = app.as("Mirela Draganova");
        String project = "/api/projects/" + mirela.project();
        mirela.post(project + "/people", Map.of("firmId", mirela.firm(), "name", "Ingeborg Thwaite", "email", "ingeborg@kwb.example", "job",
                "", "roles", List.of())).must(201);
        long message = app.bean(JdbcClient.class).sql("select id from message where recipient = 'ingeborg@kwb.example'").query(Long.class)
                .single();
        JsonNode mail = Client.until(() -> mirela.get("/api/mail-room").must(200).body().get("items").valueStream()
                .filter(m -> m.get("recipient").asString().equals("ingeborg@kwb.example")).toList(), found -> !found.isEmpty()).getFirst();
        String sent = mail.get("text").asString();
        String secret = sent.replaceFirst("(?s).*/invitation/([\\w-]+).*", "$1");
        assertThat(secret).hasSizeGreaterThan(30);
        String shown = Client.until(() -> mirela.get("/api/messages/" + message).must(200).body().get("text").asString(),
                text -> app.bean(JdbcClient.class).sql("select text from message where id = ?").param(message).query(String.class).single()
                .isEmpty());
        assertThat(shown).contains("/invitation/… (the rest of this link lets somebody in and is not shown)").doesNotContain(secret)
                .contains(sent.lines().findFirst().orElseThrow());
    }
}
