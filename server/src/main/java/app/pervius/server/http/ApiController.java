package app.pervius.server.http;

import io.swagger.v3.oas.annotations.Hidden;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The description of all calls in OpenAPI, as it was made when Pervius was built; for who is signed in. */
@Hidden
@RestController
class ApiController {

    @GetMapping(path = "/api/openapi", produces = MediaType.APPLICATION_JSON_VALUE)
    Resource description() {
        return new ClassPathResource("api/openapi.json");
    }
}
