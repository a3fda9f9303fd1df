package app.pervius.server.access;

import app.pervius.server.store.Secrets;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.session.SessionIdGenerator;
import org.springframework.session.web.http.CookieSerializer.CookieValue;
import org.springframework.session.web.http.DefaultCookieSerializer;
import org.springframework.session.web.http.HttpSessionIdResolver;
import org.springframework.stereotype.Component;

/**
 * What a browser shows of its session: a secret in a cookie. The session is kept under the secret's hash, so the database lets nobody in.
 */
@Component
class Tokens implements SessionIdGenerator, HttpSessionIdResolver {

    private static final int MOST_UNSENT = 1_000;

    private final DefaultCookieSerializer cookies = new DefaultCookieSerializer();
    /** Secrets of sessions begun in calls that have not been answered yet, by the hash. */
    private final Map<String, String> unsent = new LinkedHashMap<>();

    Tokens(@Value("${pervius.address}") String address) {
        boolean encrypted = address.startsWith("https:");
        cookies.setCookieName(encrypted ? "__Host-pervius" : "pervius");
        cookies.setUseSecureCookie(encrypted);
        cookies.setUseHttpOnlyCookie(true);
        cookies.setSameSite("Lax");
        cookies.setCookiePath("/");
        cookies.setUseBase64Encoding(false);
    }

    @Override
    public synchronized String generate() {
        String secret = Secrets.fresh();
        String id = Secrets.hash(secret);
        unsent.put(id, secret);
        if (unsent.size() > MOST_UNSENT) {
            unsent.remove(unsent.keySet().iterator().next());
        }
        return id;
    }

    @Override
    public List<String> resolveSessionIds(HttpServletRequest request) {
        return cookies.readCookieValues(request).stream().map(Secrets::hash).toList();
    }

    @Override
    public void setSessionId(HttpServletRequest request, HttpServletResponse response, String id) {
        String secret = secret(id);
        if (secret != null) {
            cookies.writeCookieValue(new CookieValue(request, response, secret));
        }
    }

    @Override
    public void expireSession(HttpServletRequest request, HttpServletResponse response) {
        cookies.writeCookieValue(new CookieValue(request, response, ""));
    }

    private synchronized @org.jspecify.annotations.Nullable String secret(String id) {
        return unsent.remove(id);
    }
}
