package app.pervius.server.devices.ipp;

import app.pervius.core.issue.Release;
import com.hp.jipp.encoding.Attribute;
import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.AttributeType;
import com.hp.jipp.encoding.IppInputStream;
import com.hp.jipp.encoding.IppOutputStream;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.KeywordOrName;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.JobState;
import com.hp.jipp.model.PrinterState;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Asks one device; each call opens a request of its own and may be made from any thread. */
public final class Ipp {

    private static final Duration CONNECT = Duration.ofSeconds(5);
    private static final Duration QUESTION = Duration.ofSeconds(15);
    private static final Duration DOCUMENT = Duration.ofMinutes(5);
    private static final int LONGEST_ANSWER = 2_000_000;
    private static final int PORT = 631;
    private static final String REQUESTED_BY = "Pervius";
    private static final HttpClient HTTP = HttpClient.newBuilder().connectTimeout(CONNECT).version(HttpClient.Version.HTTP_1_1)
            .followRedirects(HttpClient.Redirect.NEVER).build();

    /** @param password sent with every call where there is one; without a name it is none */
    public record Login(String name, String password) {

        /** Nobody. */
        public static final Login NONE = new Login("", "");
    }

    private final URI printer;
    private final URI http;
    private final Login login;

    /**
     * @param address {@code ipp://host/…} or {@code ipps://host/…}
     * @throws IllegalArgumentException with a sentence, where that is no address of a device, or a password would be sent so that others
     *     can read it
     */
    public Ipp(String address, Login login) {
        URI uri;
        try {
            uri = URI.create(address);
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException(noAddress(address), e);
        }
        String scheme = String.valueOf(uri.getScheme()).toLowerCase(Locale.ROOT);
        if (!List.of("ipp", "ipps").contains(scheme) || uri.getHost() == null || uri.getUserInfo() != null || uri.getQuery() != null
                || uri.getFragment() != null) {
            throw new IllegalArgumentException(noAddress(address));
        }
        boolean here = List.of("127.0.0.1", "localhost", "[::1]").contains(uri.getHost());
        if (!login.name().isEmpty() && scheme.equals("ipp") && !here) {
            throw new IllegalArgumentException("A password is only sent over ipps://, where nobody reads it on the way.");
        }
        this.printer = uri;
        this.http = URI.create((scheme.equals("ipps") ? "https" : "http") + "://" + uri.getHost() + ":"
                + (uri.getPort() < 0 ? PORT : uri.getPort()) + (uri.getRawPath() == null || uri.getRawPath().isEmpty() ? "/"
                : uri.getRawPath()));
        this.login = login;
    }

    private static String noAddress(String address) {
        return "“" + address + "” is not a device's address, such as ipp://plotter.site.example/ipp/print, "
                + "without a name or password in it.";
    }

    /** What it says of itself now. */
    public DeviceFacts facts() throws IppFault {
        IppPacket answer = ask(IppPacket.getPrinterAttributes(printer, Types.printerMakeAndModel, Types.printerState,
                Types.printerStateReasons, Types.printerIsAcceptingJobs, Types.mediaReady, Types.mediaSupported, Types.colorSupported,
                Types.sidesSupported, Types.jobHoldUntilSupported, Types.printScalingSupported, Types.documentFormatSupported,
                Types.queuedJobCount), BodyPublishers.noBody(), QUESTION);
        AttributeGroup its = Optional.ofNullable(answer.get(Tag.printerAttributes)).orElseThrow(Ipp::noDevice);
        PrinterState state = its.getValue(Types.printerState);
        if (state == null) {
            throw noDevice();
        }
        List<String> scaling = strings(its, Types.printScalingSupported);
        return new DeviceFacts(Reasons.plain(Objects.requireNonNullElse(its.getString(Types.printerMakeAndModel), "")), state.getName(),
                Reasons.inWords(strings(its, Types.printerStateReasons)),
                Objects.requireNonNullElse(its.getValue(Types.printerIsAcceptingJobs), true),
                sizes(strings(its, Types.mediaReady)), sizes(strings(its, Types.mediaSupported)),
                Objects.requireNonNullElse(its.getValue(Types.colorSupported), false),
                strings(its, Types.sidesSupported).contains("two-sided-long-edge"),
                strings(its, Types.jobHoldUntilSupported).contains("indefinite"), scaling.contains("fit") || scaling.contains("auto-fit"),
                strings(its, Types.documentFormatSupported).stream().map(format -> format.toLowerCase(Locale.ROOT)).toList(),
                Objects.requireNonNullElse(its.getValue(Types.queuedJobCount), 0));
    }

    /**
     * Hands a PDF over.
     *
     * @param name what the job is called there
     * @param media the paper's self-describing name; empty where the device chooses
     * @param fit whether pages are made to fit it; they stay as they are otherwise
     */
    public JobNow print(String name, Path pdf, Release.How how, String media, boolean fit) throws IppFault {
        IppPacket.Builder job = IppPacket.printJob(printer);
        job.putOperationAttributes(Types.requestingUserName.of(REQUESTED_BY), Types.jobName.of(name),
                Types.documentFormat.of("application/pdf"), Types.ippAttributeFidelity.of(true));
        List<Attribute<?>> wanted = new ArrayList<>();
        if (how.copies() > 1) {
            wanted.add(Types.copies.of(how.copies()));
        }
        if (how.bothSides()) {
            wanted.add(Types.sides.of("two-sided-long-edge"));
        }
        if (how.held()) {
            wanted.add(Types.jobHoldUntil.of(new KeywordOrName("indefinite")));
        }
        if (!media.isEmpty()) {
            wanted.add(Types.media.of(new KeywordOrName(media)));
        }
        if (fit) {
            wanted.add(Types.printScaling.of("fit"));
        }
        job.putJobAttributes(wanted);
        try {
            return job(ask(job, BodyPublishers.ofFile(pdf), DOCUMENT));
        } catch (java.io.FileNotFoundException e) {
            throw new IppFault(IppFault.Kind.PASSING, "What is to be printed cannot be read.");
        }
    }

    /** How far a job is, by the device's own number of it. */
    public JobNow job(int id) throws IppFault {
        return job(ask(IppPacket.getJobAttributes(printer, id, Types.jobId, Types.jobState, Types.jobStateReasons),
                BodyPublishers.noBody(), QUESTION));
    }

    /** The job of a name, where the device has one, whether it is done or not. */
    public Optional<JobNow> named(String name) throws IppFault {
        for (String which : List.of("not-completed", "completed")) {
            IppPacket.Builder jobs = IppPacket.getJobs(printer, Types.jobId, Types.jobName, Types.jobState, Types.jobStateReasons);
            jobs.putOperationAttributes(Types.whichJobs.of(which), Types.requestingUserName.of(REQUESTED_BY));
            for (AttributeGroup group : ask(jobs, BodyPublishers.noBody(), QUESTION).getAttributeGroups()) {
                if (group.getTag() == Tag.jobAttributes && name.equals(group.getString(Types.jobName))) {
                    return Optional.of(now(group));
                }
            }
        }
        return Optional.empty();
    }

    /** Takes a job back; false where it is over already. */
    public boolean cancel(int id) throws IppFault {
        IppPacket.Builder job = IppPacket.cancelJob(printer, id);
        job.putOperationAttributes(Types.requestingUserName.of(REQUESTED_BY));
        try {
            ask(job, BodyPublishers.noBody(), QUESTION);
            return true;
        } catch (IppFault e) {
            if (e.kind() == IppFault.Kind.REFUSED && job(id).state().over()) {
                return false;
            }
            throw e;
        }
    }

    private static JobNow job(IppPacket answer) throws IppFault {
        return now(Optional.ofNullable(answer.get(Tag.jobAttributes)).orElseThrow(Ipp::noDevice));
    }

    private static JobNow now(AttributeGroup its) throws IppFault {
        Integer id = its.getValue(Types.jobId);
        JobState state = its.getValue(Types.jobState);
        if (id == null || state == null) {
            throw noDevice();
        }
        return new JobNow(id, state(state), Reasons.inWords(strings(its, Types.jobStateReasons)));
    }

    private static JobNow.State state(JobState state) {
        if (state.equals(JobState.pendingHeld)) {
            return JobNow.State.HELD;
        }
        if (state.equals(JobState.processing)) {
            return JobNow.State.PRINTING;
        }
        if (state.equals(JobState.processingStopped)) {
            return JobNow.State.HALTED;
        }
        if (state.equals(JobState.canceled)) {
            return JobNow.State.CANCELLED;
        }
        if (state.equals(JobState.aborted)) {
            return JobNow.State.FAILED;
        }
        return state.equals(JobState.completed) ? JobNow.State.DONE : JobNow.State.WAITING;
    }

    private static IppFault noDevice() {
        return new IppFault(IppFault.Kind.PASSING, "What answers there is no output device (IPP).");
    }

    private static <T> List<String> strings(AttributeGroup group, AttributeType<T> type) {
        Attribute<?> its = group.get(type.getName());
        return its == null ? List.of() : its.strings();
    }

    private static List<PaperSize> sizes(List<String> keys) {
        return keys.stream().flatMap(key -> PaperSize.of(key).stream()).distinct().toList();
    }

    private IppPacket ask(IppPacket.Builder question, BodyPublisher document, Duration limit) throws IppFault {
        IppPacket packet = question.build();
        HttpRequest.Builder request = HttpRequest.newBuilder(http).timeout(limit).header("Content-Type", "application/ipp")
                .POST(BodyPublishers.concat(BodyPublishers.ofByteArray(bytes(packet)), document));
        if (!login.name().isEmpty()) {
            request.header("Authorization", "Basic " + Base64.getEncoder().encodeToString((login.name() + ":" + login.password())
                    .getBytes(StandardCharsets.UTF_8)));
        }
        CompletableFuture<HttpResponse<InputStream>> sent = HTTP.sendAsync(request.build(), HttpResponse.BodyHandlers.ofInputStream());
        CompletableFuture<byte[]> read = sent.thenApply(Ipp::read);
        try {
            // The request's own limit ends with the head of the answer; this one holds for the whole of it.
            byte[] body = read.get(limit.toMillis(), TimeUnit.MILLISECONDS);
            int status = sent.join().statusCode();
            if (status != 200) {
                throw notOk(status);
            }
            return understood(body, packet);
        } catch (TimeoutException e) {
            sent.cancel(true);
            throw new IppFault(IppFault.Kind.PASSING, "It did not answer within " + limit.toSeconds() + " seconds.");
        } catch (ExecutionException e) {
            throw new IppFault(IppFault.Kind.PASSING, "It cannot be reached" + said(e.getCause()) + ".");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IppFault(IppFault.Kind.PASSING, "Pervius was stopped while it was asked.");
        }
    }

    private static String said(@Nullable Throwable e) {
        return e == null ? "" : e instanceof java.net.http.HttpTimeoutException ? ": it does not answer" : e.getMessage() == null
                ? e instanceof java.net.ConnectException ? ": nothing listens there" : "" : ": " + Reasons.plain(e.getMessage());
    }

    private static byte[] read(HttpResponse<InputStream> response) {
        try (InputStream body = response.body()) {
            byte[] read = body.readNBytes(LONGEST_ANSWER + 1);
            if (read.length > LONGEST_ANSWER) {
                throw new IOException("its answer is longer than " + LONGEST_ANSWER / 1_000_000 + " MB");
            }
            return read;
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    /** All of these pass once the device, or how it is set up here, is put right. */
    private static IppFault notOk(int status) {
        return new IppFault(IppFault.Kind.PASSING, switch (status) {
            case 401, 403 -> "It asks for a name and password, or another one than is kept here.";
            case 404 -> "There is no device at this address.";
            case 426 -> "It is only reached by ipps://.";
            default -> "It answered with status " + status + ".";
        });
    }

    private static IppPacket understood(byte[] body, IppPacket question) throws IppFault {
        IppPacket answer;
        try (IppInputStream in = new IppInputStream(new ByteArrayInputStream(body))) {
            answer = in.readPacket();
        } catch (IOException | RuntimeException e) {
            throw noDevice();
        }
        if (answer.getRequestId() != question.getRequestId()) {
            throw noDevice();
        }
        Status status = answer.getStatus();
        int code = status.getCode();
        if (code < 0x100) {
            return answer;
        }
        String words = Stream.of(Types.statusMessage).map(type -> answer.getString(Tag.operationAttributes, type)).filter(Objects::nonNull)
                .findFirst().map(Reasons::plain).map(text -> " (" + text + ")").orElse("");
        String name = status.getName().replaceFirst("^(client|server)-error-", "").replace('-', ' ');
        if (status.equals(Status.clientErrorNotFound) || status.equals(Status.clientErrorGone)) {
            throw new IppFault(IppFault.Kind.UNKNOWN, "It does not know it.");
        }
        boolean passing = code >= 0x500 && !status.equals(Status.serverErrorOperationNotSupported)
                && !status.equals(Status.serverErrorVersionNotSupported);
        throw new IppFault(passing || status.equals(Status.clientErrorTimeout) ? IppFault.Kind.PASSING : IppFault.Kind.REFUSED,
                "It says: " + name + words + unsupported(answer) + ".");
    }

    /** What a device does not do of what it was asked for, where it says so. */
    private static String unsupported(IppPacket answer) {
        AttributeGroup not = answer.get(Tag.unsupportedAttributes);
        return not == null || not.isEmpty() ? "" : ": " + Reasons.plain(String.join(", ", not.stream().map(Attribute::getName).toList()));
    }

    private static byte[] bytes(IppPacket packet) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (IppOutputStream out = new IppOutputStream(bytes)) {
            out.write(packet);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }
}
