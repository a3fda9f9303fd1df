package app.pervius.server.signing;

import static org.assertj.core.api.Assertions.assertThat;

import app.pervius.server.Client;
import app.pervius.server.Running;
import app.pervius.server.Running.App;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import no.nav.security.mock.oauth2.MockOAuth2Server;
import no.nav.security.mock.oauth2.token.DefaultOAuth2TokenCallback;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Signing in through a provider that nobody here wrote (OpenID Connect). */
class ProviderTest {

    private static final String ISSUER = "elsewhere";
    private static final MockOAuth2Server provider = new MockOAuth2Server();
    private static App app;
    private static Client aoife;

    @BeforeAll
    static void start() throws IOException {
        provider.start(InetAddress.getLoopbackAddress(), 0);
        // People come back to where Pervius says it is, so that has to be known before.
        int port;
        try (ServerSocket socket = new ServerSocket(0)) {
            port = socket.getLocalPort();
        }
        app = Running.start("demo", Map.of("server.port", port));
        aoife = app.as("Aoife Ní Raghnaill");
        set("elsewhere", false, -1).must(204);
    }

    @AfterAll
    static void stop() {
        app.close();
        provider.shutdown();
    }

    private static Client.Answer set(String key, boolean bothSteps, int version) {
        Map<String, Object> wanted = new HashMap<>(Map.of("name", "Elsewhere", "issuer", provider.issuerUrl(ISSUER).toString(), "clientId",
                "pervius", "clientSecret", "a secret of theirs", "bothSteps", bothSteps,
                "switchedOn", true, "version", version));
        return aoife.put("/api/providers/" + key, wanted);
    }

    private static void says(String subject, String email, boolean verified) {
        provider.enqueueCallback(new DefaultOAuth2TokenCallback(ISSUER, subject, "JWT", List.of("pervius"),
                Map.of("email", email, "email_verified", verified), 3600));
    }

    /** The newest acts of signing in. */
    private static List<String> told() {
        return aoife.get("/api/journal?kind=SIGN_IN").must(200).body().get("items").valueStream()
                .map(act -> act.get("who").asString() + " " + act.get("what").asString()).toList();
    }

    /** Goes where the browser is sent, until a page of Pervius itself; gives the way to it. */
    private static String signIn(Client client, String key) {
        String at = app.address() + "/api/entrance/providers/" + key;
        for (int i = 0; i < 6; i++) {
            Client.Answer answer = client.at(at);
            if (answer.status() != 302) {
                throw new AssertionError(answer.raw().uri() + " answers " + answer.status() + ": " + answer.raw().body());
            }
            at = URI.create(at).resolve(answer.raw().headers().firstValue("Location").orElseThrow()).toString();
            if (at.startsWith(app.address()) && !at.contains("/api/entrance/")) {
                return at.substring(app.address().length());
            }
        }
        throw new AssertionError("it goes round in circles: " + at);
    }

    @Test
    void whoHasTheAddressIsInAndIsKnownByTheSubjectFromThenOn() {
        says("subject-1", "yusuf.karaderin@fnk.example", true);
        Client yusuf = app.nobody();
        assertThat(signIn(yusuf, "elsewhere")).isEqualTo("/desk");
        assertThat(yusuf.get("/api/session").must(200).body().get("actor").get("name").asString()).isEqualTo("Yusuf Karaderin");
        assertThat(told()).startsWith("Yusuf Karaderin signed in");
        says("subject-1", "renamed@fnk.example", false);
        Client again = app.nobody();
        assertThat(signIn(again, "elsewhere")).isEqualTo("/desk");
        assertThat(again.get("/api/session").must(200).body().get("actor").get("name").asString()).isEqualTo("Yusuf Karaderin");
        String next = again.delete("/api/session").must(200).body().get("next").asString();
        assertThat(next).startsWith(provider.endSessionEndpointUrl(ISSUER).toString())
                .contains("id_token_hint=", "post_logout_redirect_uri=");
        again.get("/api/session").must(401);
    }

    @Test
    void anAddressTheProviderHasNotVerifiedAndOneNobodyHasLetNobodyIn() {
        says("subject-2", "mirela.draganova@kwb.example", false);
        Client pretender = app.nobody();
        assertThat(signIn(pretender, "elsewhere")).isEqualTo("/sign-in?provider=unknown");
        pretender.get("/api/session").must(401);
        says("subject-3", "stranger@nowhere.example", true);
        assertThat(signIn(app.nobody(), "elsewhere")).isEqualTo("/sign-in?provider=unknown");
        assertThat(told()).startsWith(
                "Nobody signed in failed to sign in through the provider elsewhere, as “stranger@nowhere.example”",
                "Nobody signed in failed to sign in through the provider elsewhere, as “mirela.draganova@kwb.example”");
    }

    @Test
    void aPasswordThatSomebodyElseMayHaveSetIsTakenAwayWhenTheOwnerComesThroughTheProvider() {
        JdbcClient database = app.bean(JdbcClient.class);
        String email = "linnea.akerstrom.vass@fnk.example";
        database.sql("update account set password_hash = 'set by whoever had the link' where email_key = ?").param(email).update();
        says("subject-4", email, true);
        assertThat(signIn(app.nobody(), "elsewhere")).isEqualTo("/desk");
        assertThat(database.sql("select count(*) from account where email_key = ? and password_hash is null").param(email)
                .query(Integer.class).single()).isEqualTo(1);
    }

    @Test
    void whoHasASecondStepProvesItUnlessTheProvidersCountsForBoth() {
        Client priya = app.as("Priya Venkatarangan");
        String secret = priya.post("/api/account/codes/question", Map.of()).must(200).body().get("secret").asString();
        priya.post("/api/account/codes", Map.of("secret", secret, "code", OneTimeCodes.now(secret))).must(200);
        says("subject-5", "priya.venkatarangan@ald.example", true);
        Client half = app.nobody();
        assertThat(signIn(half, "elsewhere")).isEqualTo("/sign-in?provider=second-step");
        half.get("/api/session").must(401);
        assertThat(half.get("/api/session/second-step").must(200).body().get("ways").toString()).contains("CODE");
        set("both", true, -1).must(204);
        says("subject-5", "priya.venkatarangan@ald.example", true);
        Client whole = app.nobody();
        assertThat(signIn(whole, "both")).isEqualTo("/desk");
        whole.get("/api/projects").must(200);
    }

    @Test
    void aSecretIsShownToNobodyAndSecretsGoOverEncryptedLinesOnly() {
        JsonNode all = aoife.get("/api/providers").must(200).body();
        assertThat(all.toString()).doesNotContain("a secret of theirs");
        assertThat(app.bean(JdbcClient.class).sql("select client_secret from sign_in_provider").query(String.class).list())
                .noneMatch(s -> s.contains("a secret of theirs"));
        assertThat(aoife.post("/api/providers/looks", Map.of("issuer", "http://id.example.org")).must(400).sentence()).contains("https://");
        assertThat(aoife.post("/api/providers/looks", Map.of("issuer", "http://127.0.0.1:9/nothing")).must(400).sentence())
                .contains("cannot be reached");
        assertThat(aoife.post("/api/providers/looks", Map.of("issuer", "https://10.9.8.7/realm")).must(400).sentence())
                .startsWith("“10.9.8.7” lies inside the server's own network");
        aoife.post("/api/providers/looks", Map.of("issuer", provider.issuerUrl(ISSUER).toString())).must(200);
    }

    @Test
    void anAnswerNobodyAskedForLetsNobodyIn() {
        assertThat(app.nobody().at(app.address() + "/api/entrance/returned/elsewhere?code=x&state=y").raw().headers().firstValue("Location")
                .orElse("")).endsWith("/sign-in?provider=failed");
        assertThat(told()).startsWith("Nobody signed in failed to sign in through a provider");
    }
}
