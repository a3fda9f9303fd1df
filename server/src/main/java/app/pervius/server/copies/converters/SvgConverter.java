package app.pervius.server.copies.converters;

import de.rototor.pdfbox.graphics2d.PdfBoxGraphics2D;
import java.awt.geom.AffineTransform;
import java.awt.geom.Dimension2D;
import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.io.StringReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.apache.batik.anim.dom.SAXSVGDocumentFactory;
import org.apache.batik.bridge.BridgeContext;
import org.apache.batik.bridge.BridgeException;
import org.apache.batik.bridge.DocumentLoader;
import org.apache.batik.bridge.ExternalResourceSecurity;
import org.apache.batik.bridge.GVTBuilder;
import org.apache.batik.bridge.NoLoadExternalResourceSecurity;
import org.apache.batik.bridge.NoLoadScriptSecurity;
import org.apache.batik.bridge.ScriptSecurity;
import org.apache.batik.bridge.UserAgentAdapter;
import org.apache.batik.gvt.GraphicsNode;
import org.apache.batik.util.ParsedURL;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.w3c.dom.Document;
import org.xml.sax.InputSource;

/** SVG 1.1 as lines, areas and letters of a page of its size. Nothing outside of the file is loaded, nothing in it runs. */
public final class SvgConverter implements Converter {

    private static final long LARGEST = 50_000_000;
    private static final float POINTS_PER_PIXEL = 0.75f;
    private static final float LARGEST_PAGE = 14_400;
    private static final double USUAL_WIDTH = 800;
    private static final double USUAL_HEIGHT = 600;
    /** Entities are what XML is made to grow by. */
    private static final String ENTITY = "<!ENTITY";

    private final long seconds;

    /** @param limits of which the time counts */
    public SvgConverter(Program.Limits limits) {
        this.seconds = limits.time().toSeconds();
    }

    @Override
    public Optional<String> called() {
        return Optional.of(name());
    }

    @Override
    public String name() {
        return "Pervius";
    }

    @Override
    public List<String> endings() {
        return List.of("svg");
    }

    @Override
    public boolean takes(String ending, String mediaType) {
        return mediaType.equals("image/svg+xml") || mediaType.isEmpty() && endings().contains(ending);
    }

    @Override
    public String toInstall() {
        return "";
    }

    @Override
    public Converted convert(Job job) throws IOException, CannotConvert {
        if (Files.size(job.source()) > LARGEST) {
            throw new CannotConvert("It is an SVG of more than 50 MB.");
        }
        if (Files.readString(job.source(), java.nio.charset.StandardCharsets.ISO_8859_1).contains(ENTITY)) {
            throw new CannotConvert("It defines entities of its own; such files are not read.");
        }
        Path out = job.directory().resolve("out.pdf");
        FutureTask<Path> drawing = new FutureTask<>(() -> draw(job.source(), out), out);
        Thread thread = Thread.ofPlatform().daemon().name("svg").start(drawing);
        try {
            drawing.get(seconds, TimeUnit.SECONDS);
            return new Converted(out, "");
        } catch (TimeoutException e) {
            thread.interrupt();
            throw new CannotConvert("It took longer than " + seconds + " seconds.");
        } catch (ExecutionException e) {
            throw new CannotConvert("It is damaged, or wants something that is not allowed: "
                    + String.valueOf(Objects.requireNonNullElse(e.getCause(), e).getMessage()).lines().findFirst().orElse("") + ".");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new InterruptedIOException("It was broken off because Pervius stops.");
        }
    }

    private static void draw(Path source, Path out) {
        try (InputStream in = Files.newInputStream(source); PDDocument pdf = new PDDocument()) {
            Document svg = new Reading().createDocument("file:///nowhere/in.svg", in);
            Alone agent = new Alone();
            BridgeContext context = new BridgeContext(agent, new DocumentLoader(agent));
            context.setDynamicState(BridgeContext.STATIC);
            GraphicsNode node = new GVTBuilder().build(context, svg);
            Dimension2D size = context.getDocumentSize();
            float w = (float) (size == null || size.getWidth() <= 1 ? USUAL_WIDTH : size.getWidth());
            float h = (float) (size == null || size.getHeight() <= 1 ? USUAL_HEIGHT : size.getHeight());
            float scale = Math.min(POINTS_PER_PIXEL, LARGEST_PAGE / Math.max(w, h));
            PDPage page = new PDPage(new PDRectangle(w * scale, h * scale));
            pdf.addPage(page);
            PdfBoxGraphics2D graphics = new PdfBoxGraphics2D(pdf, w, h);
            try {
                node.paint(graphics);
            } finally {
                graphics.dispose();
            }
            try (PDPageContentStream content = new PDPageContentStream(pdf, page)) {
                content.transform(new org.apache.pdfbox.util.Matrix(AffineTransform.getScaleInstance(scale, scale)));
                content.drawForm(graphics.getXFormObject());
            }
            pdf.save(out.toFile());
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e.getMessage(), e);
        } catch (StackOverflowError | OutOfMemoryError e) {
            throw new IllegalArgumentException("it is nested too deeply", e);
        }
    }

    /** Reads no other file, whatever a document names as its type. */
    private static final class Reading extends SAXSVGDocumentFactory {

        Reading() {
            super(null);
        }

        @Override
        public InputSource resolveEntity(String publicId, String systemId) {
            return new InputSource(new StringReader(""));
        }
    }

    /** Loads nothing and runs nothing. */
    private static final class Alone extends UserAgentAdapter {

        @Override
        public ExternalResourceSecurity getExternalResourceSecurity(ParsedURL resource, ParsedURL document) {
            return inTheFile(resource) ? new org.apache.batik.bridge.EmbededExternalResourceSecurity(resource)
                    : new NoLoadExternalResourceSecurity();
        }

        @Override
        public void checkLoadExternalResource(ParsedURL resource, ParsedURL document) {
            getExternalResourceSecurity(resource, document).checkLoadExternalResource();
        }

        @Override
        public ScriptSecurity getScriptSecurity(String type, ParsedURL script, ParsedURL document) {
            return new NoLoadScriptSecurity(type);
        }

        @Override
        public void displayError(Exception e) {
            throw e instanceof BridgeException bridge ? bridge : new IllegalArgumentException(e.getMessage(), e);
        }

        private static boolean inTheFile(ParsedURL resource) {
            return "data".equals(resource.getProtocol());
        }
    }
}
