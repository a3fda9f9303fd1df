package app.pervius.server.access;

import static app.pervius.server.access.AccessTable.line;

import java.util.List;
import java.util.Map;

/** The lines of accounts, and of what an administrator does. */
final class LinesOfAccounts {

    private LinesOfAccounts() {
    }

    static void accountLines() {
        line("GET /api/account", who -> who.get("/api/account"), "1 y y y y y y");
        line("PUT /api/account/password", who -> who.put("/api/account/password", Map.of("current", "wrong", "password", "short")),
                "1 y y y y y y");
        line("POST /api/account/password/strength", who -> who.post("/api/account/password/strength", Map.of("password", "x")),
                "1 y y y y y y");
        line("POST /api/account/passkeys/question", who -> who.post("/api/account/passkeys/question", Map.of("password", "wrong")),
                "1 y y y y y y");
        line("POST /api/account/passkeys", who -> who.post("/api/account/passkeys", Map.of("name", "x", "credential", Map.of())),
                "1 y y y y y y");
        line("POST /api/account/passkeys/{id}/withdrawal", who -> who.post("/api/account/passkeys/none/withdrawal", Map.of()),
                "1 4 4 4 4 4 4");
        line("POST /api/account/codes/question", who -> who.post("/api/account/codes/question", Map.of("password", "wrong")),
                "1 y y y y y y");
        line("POST /api/account/codes", who -> who.post("/api/account/codes", Map.of("secret", "x", "code", "1")), "1 y y y y y y");
        line("POST /api/account/codes/withdrawal", who -> who.post("/api/account/codes/withdrawal", Map.of()), "1 y y y y y y");
        line("POST /api/account/recovery-codes", who -> who.post("/api/account/recovery-codes", Map.of()), "1 y y y y y y");
        line("POST /api/account/sessions/{handle}/ending", who -> who.post("/api/account/sessions/none/ending", Map.of()), "1 4 4 4 4 4 4");
        line("POST /api/account/sessions/ending", who -> who.post("/api/account/sessions/ending", Map.of()), "1 y y y y y y");
        line("DELETE /api/account/waits", who -> who.delete("/api/account/waits"), "1 y y y y y y");
        line("POST /api/invitations/{secret}/acceptance", who -> who.post("/api/invitations/none/acceptance", Map.of()), "1 y y y y y y");
        line("GET /api/accounts", who -> who.get("/api/accounts"), "1 3 3 3 3 3 y");
        line("GET /api/accounts/{id}/hanging", who -> who.get("/api/accounts/-1/hanging"), "1 3 3 3 3 3 4");
        line("POST /api/accounts/{id}/closing", who -> who.post("/api/accounts/-1/closing", Map.of()), "1 3 3 3 3 3 4");
        line("POST /api/accounts/{id}/opening", who -> who.post("/api/accounts/-1/opening", Map.of()), "1 3 3 3 3 3 4");
        line("PUT /api/accounts/{id}/administrator", who -> who.put("/api/accounts/-1/administrator", Map.of("administrator", true)),
                "1 3 3 3 3 3 4");
        line("POST /api/accounts/{id}/password-links", who -> who.post("/api/accounts/-1/password-links", Map.of()), "1 3 3 3 3 3 4");
        line("DELETE /api/accounts/{id}/second-steps", who -> who.delete("/api/accounts/-1/second-steps"), "1 3 3 3 3 3 4");
        line("DELETE /api/accounts/{id}/sessions", who -> who.delete("/api/accounts/-1/sessions"), "1 3 3 3 3 3 4");
        line("GET /api/providers", who -> who.get("/api/providers"), "1 3 3 3 3 3 y");
        line("POST /api/providers/looks", who -> who.post("/api/providers/looks", Map.of("issuer", "ftp://nothing")), "1 3 3 3 3 3 y");
        line("PUT /api/providers/{key}", who -> who.put("/api/providers/none",
                Map.of("name", "x", "issuer", "x", "clientId", "x", "bothSteps", false, "switchedOn", false, "version", 3)),
                "1 3 3 3 3 3 y");
        line("DELETE /api/providers/{key}", who -> who.delete("/api/providers/none"), "1 3 3 3 3 3 4");
        line("GET /api/openapi", who -> who.get("/api/openapi"), "1 y y y y y y");
        line("GET /api/installation/second-step", who -> who.get("/api/installation/second-step"), "1 3 3 3 3 3 y");
        line("PUT /api/installation/second-step", who -> who.put("/api/installation/second-step", Map.of("whom", List.of())),
                "1 3 3 3 3 3 y");
    }
}
