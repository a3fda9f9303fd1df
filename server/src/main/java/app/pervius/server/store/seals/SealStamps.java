package app.pervius.server.store.seals;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigInteger;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Base64;
import java.util.Collection;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cms.CMSException;
import org.bouncycastle.cms.CMSSignedData;
import org.bouncycastle.cms.jcajce.JcaSimpleSignerInfoVerifierBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.tsp.TSPAlgorithms;
import org.bouncycastle.tsp.TSPException;
import org.bouncycastle.tsp.TimeStampRequest;
import org.bouncycastle.tsp.TimeStampRequestGenerator;
import org.bouncycastle.tsp.TimeStampResponse;
import org.bouncycastle.tsp.TimeStampToken;
import org.jspecify.annotations.Nullable;

/**
 * Time stamps of seals (RFC 3161), by a service outside: they prove to others that a seal was there at a time, whoever has the
 * installation's key. What is stamped is the SHA-256 of the seal's own hash as it stands in the file, 64 letters.
 */
public final class SealStamps {

    private static final Duration TIME_LIMIT = Duration.ofSeconds(5);
    private static final Duration APART = Duration.ofHours(1);
    private static final int LONGEST_ANSWER = 256 * 1024;

    /**
     * A stamp as it is kept, a line of JSON.
     *
     * @param number and {@code hash} of the seal
     * @param at UTC, as the service says
     * @param by whose certificate signed it
     * @param token as RFC 3161 has it, base 64
     */
    public record Stamp(long number, String hash, Instant at, String by, String token) {
    }

    private final URI service;
    private final Path file;
    private @Nullable Instant last;

    /** @throws IllegalArgumentException with a sentence, where the service is no address */
    SealStamps(String service, Path file) {
        if (!service.matches("https?://(\\[[0-9a-fA-F:.]+]|[A-Za-z0-9.-]+)(:\\d{1,5})?(/[\\w./~-]*)?")) {
            throw new IllegalArgumentException("--seals-stamped-by wants the http or https address of a time stamp service, not “" + service
                    + "”.");
        }
        this.service = URI.create(service);
        this.file = file;
    }

    /** Where the stamps of a file of seals lie. */
    public static Path beside(Path seals) {
        return seals.resolveSibling(seals.getFileName() + ".stamps");
    }

    /** Has a seal stamped, unless one was less than an hour ago and this is a regular one. */
    void take(SealFile.Line seal) throws IOException {
        if (last != null && seal.kind().equals(Seal.Kind.REGULAR.name()) && last.plus(APART).isAfter(seal.at())) {
            return;
        }
        byte[] imprint = imprint(seal.hash());
        TimeStampRequestGenerator generator = new TimeStampRequestGenerator();
        generator.setCertReq(true);
        try {
            TimeStampRequest request = generator.generate(TSPAlgorithms.SHA256, imprint, new BigInteger(64, new SecureRandom()));
            TimeStampResponse response = new TimeStampResponse(asked(request.getEncoded()));
            response.validate(request);
            if (response.getTimeStampToken() == null) {
                throw new IOException("the service refused: " + response.getStatusString());
            }
            TimeStampToken token = response.getTimeStampToken();
            String by = signer(token).map(certificate -> certificate.getSubject().toString())
                    .orElseThrow(() -> new IOException("the stamp has no certificate with it"));
            Stamp stamp = new Stamp(seal.number(), seal.hash(), token.getTimeStampInfo().getGenTime().toInstant(), by,
                    Base64.getEncoder().encodeToString(token.getEncoded()));
            JsonLines.add(file, stamp);
            last = seal.at();
        } catch (TSPException e) {
            throw new IOException("what the service answered is no stamp for it: " + e.getMessage(), e);
        }
    }

    private byte[] asked(byte[] request) throws IOException {
        try (HttpClient http = HttpClient.newBuilder().connectTimeout(TIME_LIMIT).followRedirects(HttpClient.Redirect.NEVER).build()) {
            HttpResponse<InputStream> answer = http.send(HttpRequest.newBuilder(service).timeout(TIME_LIMIT)
                    .header("Content-Type", "application/timestamp-query").header("Accept", "application/timestamp-reply")
                    .POST(HttpRequest.BodyPublishers.ofByteArray(request)).build(), HttpResponse.BodyHandlers.ofInputStream());
            try (InputStream body = answer.body()) {
                byte[] read = body.readNBytes(LONGEST_ANSWER);
                if (answer.statusCode() != 200) {
                    throw new IOException("the service answered with status " + answer.statusCode());
                }
                return read;
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("Pervius was stopped meanwhile", e);
        }
    }

    /** All that are kept, in order; none where there is no file. */
    public static List<Stamp> read(Path file) throws IOException {
        return JsonLines.read(file, Stamp.class, "{\"number\"", "stamp");
    }

    /**
     * Why a stamp does not prove what it says, in words; empty if it does. Whether its certificate is to be trusted is for others to say.
     */
    public static Optional<String> fault(Stamp stamp) {
        try {
            TimeStampToken token = new TimeStampToken(new CMSSignedData(Base64.getDecoder().decode(stamp.token())));
            if (!Arrays.equals(token.getTimeStampInfo().getMessageImprintDigest(), imprint(stamp.hash()))) {
                return Optional.of("is of something else");
            }
            Optional<X509CertificateHolder> signer = signer(token);
            if (signer.isEmpty() || !signer.get().getSubject().toString().equals(stamp.by())) {
                return Optional.of("was signed by somebody else than it says");
            }
            token.validate(new JcaSimpleSignerInfoVerifierBuilder().build(signer.get()));
            return token.getTimeStampInfo().getGenTime().toInstant().equals(stamp.at()) ? Optional.empty()
                    : Optional.of("is of another time than it says");
        } catch (TSPException | CMSException | OperatorCreationException | IOException | IllegalArgumentException
                | java.security.cert.CertificateException e) {
            return Optional.of("cannot be proved: " + e.getMessage());
        }
    }

    @SuppressWarnings("unchecked")
    private static Optional<X509CertificateHolder> signer(TimeStampToken token) {
        Collection<X509CertificateHolder> found = token.getCertificates().getMatches(token.getSID());
        return found.stream().findFirst();
    }

    private static byte[] imprint(String hash) {
        return HexFormat.of().parseHex(Seal.sha256(hash));
    }

    @Override
    public String toString() {
        return service.toString();
    }
}
