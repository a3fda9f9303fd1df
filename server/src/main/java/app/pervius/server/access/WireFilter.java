package app.pervius.server.access;

import app.pervius.server.http.BodyRefused;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * What is taken of a call before anybody looks at it: no forms and no parts, small bodies of JSON only, files only where files
 * are expected, none that trickle in, nothing that another site's page sends, and of one session or address not too many.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
class WireFilter extends OncePerRequestFilter {

    /** The most bytes of a body of JSON; calls that take files have limits of their own. */
    private static final long MOST_JSON = 2 * 1024 * 1024;
    /** Files may take long, but not less than so many bytes a second, once they have had time to begin. */
    private static final long SLOWEST_BYTES_A_SECOND = 512;
    private static final Duration TO_BEGIN = Duration.ofSeconds(30);
    private static final Set<String> CHANGES_NOTHING = Set.of("GET", "HEAD", "OPTIONS", "TRACE");

    private final Rate rate;
    private final Duration longestJson;

    WireFilter(@Value("${pervius.calls.per-minute}") int callsPerMinute, @Value("${pervius.calls.longest-body}") Duration longestJson,
            Tokens tokens) {
        this.longestJson = longestJson;
        this.rate = new Rate(callsPerMinute, tokens);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain) throws ServletException,
            IOException {
        if (!request.getRequestURI().startsWith("/api/")) {
            chain.doFilter(request, response);
            return;
        }
        if (!rate.allows(request)) {
            response.setHeader("Retry-After", "1");
            SecurityConfiguration.refuse(response, 429, "too-many-calls", "Too many calls at a time. Wait a moment, then go on.");
            return;
        }
        if (CHANGES_NOTHING.contains(request.getMethod())) {
            chain.doFilter(request, response);
            return;
        }
        if (fromElsewhere(request)) {
            SecurityConfiguration.refuse(response, 403, "page-out-of-date",
                    "The call was refused, because it comes from a page of another site.");
            return;
        }
        String type = contentType(request);
        boolean file = type.equals("application/octet-stream") || type.equals("application/yaml");
        if (!type.isEmpty() && !file && !type.equals("application/json")) {
            SecurityConfiguration.refuse(response, 415, "unsupported", "Calls bring along JSON, or the bytes of a file.");
            return;
        }
        if (!file && request.getContentLengthLong() > MOST_JSON) {
            // What is refused unread is not read to its end either.
            response.setHeader("Connection", "close");
            SecurityConfiguration.refuse(response, 413, "too-large", "This is more than 2 MB at a time. Send it in parts.");
            return;
        }
        chain.doFilter(new Limited(request, file, longestJson), response);
    }

    private static String contentType(HttpServletRequest request) {
        String type = request.getContentType();
        int end = type == null ? -1 : type.indexOf(';');
        return type == null ? "" : (end < 0 ? type : type.substring(0, end)).strip().toLowerCase(Locale.ROOT);
    }

    /** Browsers say themselves whether a call comes from our own page. */
    private static boolean fromElsewhere(HttpServletRequest request) {
        String site = request.getHeader("Sec-Fetch-Site");
        return site != null && !site.equals("same-origin") && !site.equals("none");
    }

    /** A body that is read only as far, and only as long, as is allowed. */
    private static final class Limited extends HttpServletRequestWrapper {
        private final boolean file;
        private final Duration longestJson;
        private @Nullable ServletInputStream body;

        Limited(HttpServletRequest request, boolean file, Duration longestJson) {
            super(request);
            this.longestJson = longestJson;
            this.file = file;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            if (body == null) {
                body = new Body(super.getInputStream(), file, longestJson);
            }
            return body;
        }

        @Override
        public BufferedReader getReader() throws IOException {
            return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
        }
    }

    private static final class Body extends ServletInputStream {
        private final ServletInputStream bytes;
        private final boolean file;
        private final Duration longestJson;
        private final long began = System.nanoTime();
        private long read;

        Body(ServletInputStream bytes, boolean file, Duration longestJson) {
            this.longestJson = longestJson;
            this.bytes = bytes;
            this.file = file;
        }

        private int counted(int n) throws IOException {
            read += Math.max(n, 0);
            Duration took = Duration.ofNanos(System.nanoTime() - began);
            if (!file && read > MOST_JSON) {
                throw BodyRefused.tooLong();
            }
            if (file ? took.compareTo(TO_BEGIN) > 0 && read < took.toSeconds() * SLOWEST_BYTES_A_SECOND : took.compareTo(longestJson) > 0) {
                throw BodyRefused.tooSlow();
            }
            return n;
        }

        @Override
        public int read() throws IOException {
            int b = bytes.read();
            counted(b < 0 ? 0 : 1);
            return b;
        }

        @Override
        public int read(byte[] into, int from, int most) throws IOException {
            return counted(bytes.read(into, from, most));
        }

        @Override
        public boolean isFinished() {
            return bytes.isFinished();
        }

        @Override
        public boolean isReady() {
            return bytes.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            bytes.setReadListener(listener);
        }
    }
}
