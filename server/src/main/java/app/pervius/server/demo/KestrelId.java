package app.pervius.server.demo;

import app.pervius.core.review.Who;
import app.pervius.server.people.People;
import app.pervius.server.signing.Providers;
import app.pervius.server.store.DataDirectory;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Collectors;
import no.nav.security.mock.oauth2.MockOAuth2Server;
import no.nav.security.mock.oauth2.OAuth2Config;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;

/** In the demo, a provider of sign-in (OpenID Connect) that nobody here wrote, where one is any demo person by one click. */
@Component
@Profile("demo")
class KestrelId {

    private static final String KEY = "kestrel-id";

    private final KestrelWeirPeople demo;
    private final People people;
    private final Providers providers;
    private final Path page;
    private @Nullable MockOAuth2Server server;

    KestrelId(KestrelWeirPeople demo, People people, Providers providers, DataDirectory data) {
        this.demo = demo;
        this.people = people;
        this.providers = providers;
        this.page = data.path().resolve("kestrel-id.html");
    }

    @EventListener(ApplicationReadyEvent.class)
    @Order(90)
    void start() {
        try {
            Files.writeString(page, "");
            MockOAuth2Server its = new MockOAuth2Server(new OAuth2Config(true, page.toString()));
            its.start(InetAddress.getLoopbackAddress(), 0);
            server = its;
            if (!providers.offered().isEmpty()) {
                providers.remove(KEY);
            }
            providers.set(KEY, -1, new Providers.Wanted("Kestrel ID", its.issuerUrl(KEY).toString(), "pervius", "only for the demo", false,
                    true));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Who one can be there is known once the demo's people are. */
    @EventListener(ApplicationReadyEvent.class)
    @Order(110)
    void offerEverybody() throws IOException {
        Files.writeString(page, """
                <!doctype html><html lang="en"><head><meta charset="utf-8"><title>Kestrel ID</title></head>
                <body style="font: 15px sans-serif; max-width: 40em; margin: 4em auto"><h1>Kestrel ID</h1><p>A stand-in for the provider
                    your firm signs in with. Who are you?</p>
                """ + demo.everybody().stream().map(p -> people.person(p.id())).map(KestrelId::button).collect(Collectors.joining()) +
                    "</body></html>");
    }

    private static String button(People.PersonView person) {
        String claims = "{\"email\":\"" + person.email() + "\",\"email_verified\":true}";
        return "<form method=\"post\"><input type=\"hidden\" name=\"username\" value=\"" + person.id()
                + "\"><input type=\"hidden\" name=\"claims\" value=\"" + HtmlUtils.htmlEscape(claims)
                + "\"><button style=\"font: inherit; margin: 2px; padding: 4px 10px\">" + HtmlUtils.htmlEscape(person.name())
                + "</button></form>\n";
    }

    @PreDestroy
    void stop() {
        if (server != null) {
            server.shutdown();
        }
    }
}
