package app.pervius.server.owndata;

import app.pervius.server.access.Actor;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.acts.Acting;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import java.nio.charset.StandardCharsets;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** All that is kept of a person as a file: for that person, and of everybody for administrators. */
@RestController
class OwnDataController {

    private final OwnData data;
    private final Anonymity anonymity;
    private final AccountBook accounts;

    OwnDataController(OwnData data, Anonymity anonymity, AccountBook accounts) {
        this.data = data;
        this.anonymity = anonymity;
        this.accounts = accounts;
    }

    /** All that is kept of whoever asks: the rows of every table, by its name. */
    @Act(kind = ActKind.EXPORTS, says = "took away all that is kept of a person")
    @GetMapping(path = "/api/account/data", produces = "*/*")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = MediaType.APPLICATION_JSON_VALUE, schema = @Schema(type = "object")))
    ResponseEntity<StreamingResponseBody> own(Actor actor) {
        return written(accounts.account(actor.account()));
    }

    /** All that is kept of the person with an account, also of a closed one. */
    @Act(kind = ActKind.EXPORTS, says = "took away all that is kept of a person")
    @GetMapping(path = "/api/accounts/{id}/data", produces = "*/*")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = MediaType.APPLICATION_JSON_VALUE, schema = @Schema(type = "object")))
    ResponseEntity<StreamingResponseBody> of(@PathVariable long id, Actor actor) {
        actor.mustAdminister();
        return written(accounts.account(id));
    }

    /** Makes the person with a closed account anonymous; for good. */
    @Act(kind = ActKind.ACCOUNTS, says = "made somebody anonymous")
    @PostMapping("/api/accounts/{id}/anonymity")
    Anonymity.Anonymous anonymous(@PathVariable long id, Actor actor) {
        actor.mustAdminister();
        return anonymity.make(id);
    }

    private ResponseEntity<StreamingResponseBody> written(AccountBook.AccountView account) {
        Acting.to(account.email());
        return ResponseEntity.ok().contentType(MediaType.APPLICATION_JSON)
                .header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment().filename(account.name() + ".json",
                StandardCharsets.UTF_8).build().toString())
                .body(out -> data.write(account.id(), account.email(), out));
    }
}
