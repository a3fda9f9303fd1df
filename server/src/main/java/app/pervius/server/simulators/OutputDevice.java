package app.pervius.server.simulators;

import com.hp.jipp.encoding.Attribute;
import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.IppInputStream;
import com.hp.jipp.encoding.IppOutputStream;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.KeywordOrName;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.model.JobState;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.PrinterState;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;

/**
 * A plotter that speaks IPP over HTTP on this machine and prints nothing: it takes PDFs on sheets from A4 to A0, is at each for a
 * while, and can be out of paper, switched off, forgetful, slow or no device at all, so that this can be tried.
 */
public final class OutputDevice implements AutoCloseable {

    /** How it is. */
    public enum Mood { WELL, OUT_OF_PAPER, TAKES_NOTHING, REFUSES_PDF, FORGETS, LOSES_ANSWERS, IS_SLOW, IS_NO_DEVICE }

    /** A job as the device has it; what it was asked for is kept as it came. */
    public static final class Job {
        private final int id;
        private final String name;
        private final Map<String, String> wanted;
        private final long bytes;
        private volatile JobState state;
        private long since = System.nanoTime();

        private Job(int id, String name, Map<String, String> wanted, long bytes, JobState state) {
            this.id = id;
            this.name = name;
            this.wanted = Map.copyOf(wanted);
            this.bytes = bytes;
            this.state = state;
        }

        public int id() {
            return id;
        }

        public String name() {
            return name;
        }

        /** What was asked for of it, such as {@code media} or {@code copies}, as text. */
        public Map<String, String> wanted() {
            return wanted;
        }

        /** Whether it was taken back. */
        public boolean cancelled() {
            return state.equals(JobState.canceled);
        }

        /** How many bytes came. */
        public long bytes() {
            return bytes;
        }
    }

    private static final List<String> SIZES = List.of("iso_a4_210x297mm", "iso_a3_297x420mm", "iso_a2_420x594mm", "iso_a1_594x841mm",
            "iso_a0_841x1189mm");
    private static final List<String> LOADED = List.of("iso_a3_297x420mm", "iso_a1_594x841mm", "iso_a0_841x1189mm");
    private static final int SLOWLY_SECONDS = 60;

    private final HttpServer server;
    private final Duration each;
    private final CountDownLatch closed = new CountDownLatch(1);
    private final Map<Integer, Job> jobs = new LinkedHashMap<>();
    private volatile Mood mood = Mood.WELL;
    private volatile Runnable meanwhile = () -> { };
    private volatile Supplier<OutputStream> sheets = OutputStream::nullOutputStream;
    private int last;

    private OutputDevice(HttpServer server, Duration each) {
        this.server = server;
        this.each = each;
    }

    /**
     * Starts one on a free port.
     *
     * @param each how long it is at a job
     */
    public static OutputDevice start(Duration each) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        OutputDevice device = new OutputDevice(server, each);
        server.createContext("/", device::answer);
        server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        server.start();
        return device;
    }

    /** Where it is asked. */
    public String address() {
        return "ipp://127.0.0.1:" + server.getAddress().getPort() + "/ipp/print";
    }

    public void is(Mood now) {
        mood = now;
    }

    /** What happens elsewhere while it is handed a job. */
    public void meanwhile(Runnable what) {
        meanwhile = what;
    }

    /** Where what it is handed is put, for whoever wants to look at the sheets; nowhere unless said. */
    public void sheets(Supplier<OutputStream> where) {
        sheets = where;
    }

    /** All jobs it has had, in their order. */
    public synchronized List<Job> jobs() {
        return List.copyOf(jobs.values());
    }

    /** Somebody stands in front of it and starts all that is held. */
    public synchronized void startHeld() {
        jobs.values().stream().filter(job -> job.state.equals(JobState.pendingHeld)).forEach(job -> to(job, JobState.pending));
    }

    private static void to(Job job, JobState state) {
        job.state = state;
        job.since = System.nanoTime();
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            Mood now = mood;
            if (now == Mood.IS_SLOW) {
                closed.await(SLOWLY_SECONDS, TimeUnit.SECONDS);
            }
            IppPacket question;
            IppPacket answer;
            try (IppInputStream in = new IppInputStream(exchange.getRequestBody())) {
                question = in.readPacket();
                long bytes = in.transferTo(sheets.get());
                if (question.getOperation().equals(Operation.printJob)) {
                    meanwhile.run();
                }
                answer = answer(question, bytes, now);
            }
            if (now == Mood.LOSES_ANSWERS && question.getOperation().equals(Operation.printJob)) {
                // It has the job, and the line breaks before it can say so.
                return;
            }
            exchange.getResponseHeaders().add("Content-Type", "application/ipp");
            exchange.sendResponseHeaders(200, 0);
            if (now == Mood.IS_NO_DEVICE) {
                exchange.getResponseBody().write("<html>It works!</html>".getBytes(java.nio.charset.StandardCharsets.UTF_8));
                return;
            }
            try (IppOutputStream out = new IppOutputStream(exchange.getResponseBody())) {
                out.write(answer);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private synchronized IppPacket answer(IppPacket question, long bytes, Mood now) {
        go(now);
        Operation operation = question.getOperation();
        IppPacket.Builder answer = new IppPacket.Builder(Status.successfulOk, question.getRequestId());
        answer.putOperationAttributes(Types.attributesCharset.of("utf-8"), Types.attributesNaturalLanguage.of("en"));
        if (operation.equals(Operation.getPrinterAttributes)) {
            answer.putPrinterAttributes(itself(now));
        } else if (operation.equals(Operation.printJob)) {
            take(question, bytes, now, answer);
        } else if (operation.equals(Operation.getJobs)) {
            boolean done = "completed".equals(question.getValue(Tag.operationAttributes, Types.whichJobs));
            jobs.values().stream().filter(job -> over(job) == done)
                    .forEach(job -> answer.addGroup(AttributeGroup.groupOf(Tag.jobAttributes, about(job, now))));
        } else {
            Job job = jobs.get(question.getValue(Tag.operationAttributes, Types.jobId));
            if (job == null || now == Mood.FORGETS) {
                answer.setStatus(Status.clientErrorNotFound);
            } else if (operation.equals(Operation.cancelJob)) {
                if (over(job)) {
                    answer.setStatus(Status.clientErrorNotPossible);
                } else {
                    to(job, JobState.canceled);
                }
            } else {
                answer.putJobAttributes(about(job, now));
            }
        }
        return answer.build();
    }

    /** Jobs go on one after the other, each for its while. */
    private void go(Mood now) {
        for (Job job : jobs.values()) {
            if (job.state.equals(JobState.processing) && now != Mood.OUT_OF_PAPER && System.nanoTime() - job.since >= each.toNanos()) {
                to(job, JobState.completed);
            }
            if (job.state.equals(JobState.pending) && jobs.values().stream().noneMatch(other -> other.state.equals(JobState.processing))) {
                to(job, JobState.processing);
            }
        }
    }

    private static boolean over(Job job) {
        return job.state.equals(JobState.completed) || job.state.equals(JobState.canceled) || job.state.equals(JobState.aborted);
    }

    private List<Attribute<?>> itself(Mood now) {
        boolean empty = now == Mood.OUT_OF_PAPER;
        boolean busy = jobs.values().stream().anyMatch(job -> job.state.equals(JobState.processing));
        return List.of(Types.printerMakeAndModel.of("Simulated plotter"), Types.printerState.of(empty ? PrinterState.stopped
                        : busy ? PrinterState.processing : PrinterState.idle),
                Types.printerStateReasons.of(empty ? List.of("media-empty-error", "media-needed-error") : List.of("none")),
                Types.printerIsAcceptingJobs.of(now != Mood.TAKES_NOTHING),
                Types.mediaReady.of(keywords(empty ? LOADED.subList(1, LOADED.size()) : LOADED)), Types.mediaSupported.of(keywords(SIZES)),
                Types.colorSupported.of(true), Types.sidesSupported.of(List.of("one-sided", "two-sided-long-edge")),
                Types.jobHoldUntilSupported.of(keywords(List.of("no-hold", "indefinite"))),
                Types.printScalingSupported.of(List.of("auto", "fit", "none")), Types.documentFormatSupported.of(
                        List.of(now == Mood.REFUSES_PDF ? "image/pwg-raster" : "application/pdf")),
                Types.queuedJobCount.of((int) jobs.values().stream().filter(job -> !over(job)).count()));
    }

    private static List<KeywordOrName> keywords(List<String> words) {
        return words.stream().map(KeywordOrName::new).toList();
    }

    private void take(IppPacket question, long bytes, Mood now, IppPacket.Builder answer) {
        if (now == Mood.REFUSES_PDF || now == Mood.TAKES_NOTHING) {
            answer.setStatus(now == Mood.REFUSES_PDF ? Status.clientErrorDocumentFormatNotSupported
                    : Status.serverErrorNotAcceptingJobs);
            return;
        }
        Map<String, String> wanted = new LinkedHashMap<>();
        AttributeGroup asked = question.get(Tag.jobAttributes);
        if (asked != null) {
            asked.forEach(attribute -> wanted.put(attribute.getName(), String.join(",", attribute.strings())));
        }
        boolean held = "indefinite".equals(wanted.get("job-hold-until"));
        Job job = new Job(++last, Objects.requireNonNullElse(question.getString(Tag.operationAttributes, Types.jobName), ""), wanted, bytes,
                held ? JobState.pendingHeld : JobState.pending);
        jobs.put(job.id, job);
        answer.putJobAttributes(about(job, now));
    }

    private List<Attribute<?>> about(Job job, Mood now) {
        List<String> reasons = job.state.equals(JobState.pendingHeld) ? List.of("job-hold-until-specified")
                : job.state.equals(JobState.processing) && now == Mood.OUT_OF_PAPER ? List.of("resources-are-not-ready")
                : job.state.equals(JobState.canceled) ? List.of("job-canceled-by-user") : List.of("none");
        JobState shown = job.state.equals(JobState.processing) && now == Mood.OUT_OF_PAPER ? JobState.processingStopped : job.state;
        return new ArrayList<>(List.of(Types.jobId.of(job.id), Types.jobUri.of(URI.create(address() + "/" + job.id)),
                Types.jobName.of(job.name), Types.jobState.of(shown), Types.jobStateReasons.of(reasons)));
    }

    @Override
    public void close() {
        closed.countDown();
        server.stop(0);
    }
}
