package app.pervius.server.content;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Locale;
import java.util.Set;
import org.apache.tika.Tika;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.util.function.SingletonSupplier;

/** Tells what kind of file something is by its first bytes and its name, and whether browsers may show it in place. */
@Component
public class MediaTypes {

    private static final Set<String> SHOWN = Set.of("application/pdf", "image/png", "image/jpeg", "text/plain");

    private static final byte[] PDF = "%PDF-".getBytes(StandardCharsets.US_ASCII);

    /** It reads long tables first, so it is made when it is needed. */
    private final SingletonSupplier<Tika> tika = SingletonSupplier.of(Tika::new);

    /** The media type, never longer than 120 characters. */
    public String tell(byte[] head, String name) {
        if (isPdf(head, name)) {
            return MediaType.APPLICATION_PDF_VALUE;
        }
        String type = tika.obtain().detect(head, name);
        return type.length() > 120 ? "application/octet-stream" : type;
    }

    /** What most files are. Nothing else begins so and is called so, and trying all others costs a third of taking it in. */
    private static boolean isPdf(byte[] head, String name) {
        return head.length >= PDF.length && Arrays.equals(head, 0, PDF.length, PDF, 0, PDF.length)
                && name.toLowerCase(Locale.ROOT).endsWith(".pdf");
    }

    /** How a stored file is served: as what it is if it is of a kind that can be shown and cannot run, else as plain bytes. */
    public MediaType served(String mediaType) {
        return SHOWN.contains(mediaType) ? MediaType.parseMediaType(mediaType) : MediaType.APPLICATION_OCTET_STREAM;
    }

    public boolean shown(String mediaType) {
        return SHOWN.contains(mediaType);
    }
}
