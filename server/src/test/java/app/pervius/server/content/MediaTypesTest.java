package app.pervius.server.content;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import org.apache.tika.Tika;
import org.junit.jupiter.api.Test;
import org.springframework.http.MediaType;

/** What a file is, is told by its bytes before its name; what could run is never served as what it is. */
class MediaTypesTest {

    private final MediaTypes types = new MediaTypes();

    private String tell(String head, String name) {
        return types.tell(head.getBytes(StandardCharsets.ISO_8859_1), name);
    }

    @Test
    void bytesCountBeforeTheEnding() {
        assertThat(tell("%PDF-1.7", "drawing.txt")).isEqualTo("application/pdf");
        assertThat(tell("<!doctype html><script>1</script>", "drawing.pdf")).isNotEqualTo("application/pdf");
    }

    @Test
    void whatIsKnownAtOnceIsWhatTheLibrarySaysOfIt() {
        Tika all = new Tika();
        for (String head : new String[] {"%PDF-1.0\n", "%PDF-1.7\r%\u00e2\u00e3\u00cf\u00d3", "%PDF-2.0 <html><script>1</script></html>",
            "%PDF-", "%PDF", "%PDF-1.4 PK\u0003\u0004", "%!PS-Adobe-3.0\n%PDF-1.4", "\u00ef\u00bb\u00bf%PDF-1.5", " %PDF-1.4", ""}) {
            for (String name : new String[] {"drawing.pdf", "DRAWING.PDF", "drawing.ai", "drawing.pdf.exe", "pdf", ".pdf"}) {
                byte[] bytes = head.getBytes(StandardCharsets.ISO_8859_1);
                assertThat(tell(head, name)).as("%s, %s", head, name).isEqualTo(all.detect(bytes, name));
            }
        }
    }

    @Test
    void whatCouldRunIsServedAsPlainBytes() {
        for (String running : new String[] {"text/html", "image/svg+xml", "application/xhtml+xml", "text/javascript", "text/xml"}) {
            assertThat(types.served(running)).isEqualTo(MediaType.APPLICATION_OCTET_STREAM);
            assertThat(types.shown(running)).isFalse();
        }
        assertThat(types.served("application/pdf")).isEqualTo(MediaType.APPLICATION_PDF);
    }
}
