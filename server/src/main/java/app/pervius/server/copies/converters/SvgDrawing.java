package app.pervius.server.copies.converters;

import de.rototor.pdfbox.graphics2d.PdfBoxGraphics2D;
import java.awt.geom.AffineTransform;
import java.awt.geom.Dimension2D;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.batik.anim.dom.SAXSVGDocumentFactory;
import org.apache.batik.bridge.BridgeContext;
import org.apache.batik.bridge.BridgeException;
import org.apache.batik.bridge.DocumentLoader;
import org.apache.batik.bridge.EmbededExternalResourceSecurity;
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
import org.apache.pdfbox.util.Matrix;
import org.w3c.dom.Document;
import org.xml.sax.InputSource;

/**
 * Draws an SVG onto a page of its size, in a process of its own: what a drawing is made of may be named again and again until it fills any
 * memory and takes any time. Nothing outside of the file is loaded, nothing in it runs.
 */
final class SvgDrawing {

    private static final float POINTS_PER_PIXEL = 0.75f;
    private static final float LARGEST_PAGE = 14_400;
    private static final double USUAL_WIDTH = 800;
    private static final double USUAL_HEIGHT = 600;
    /** The exit code where it cannot be drawn; a sentence says why. */
    static final int CANNOT = 3;

    private SvgDrawing() {
    }

    /** Arguments: the SVG, and the PDF that is made of it. */
    public static void main(String[] arguments) {
        System.setProperty("java.awt.headless", "true");
        try {
            draw(Path.of(arguments[0]), Path.of(arguments[1]));
        } catch (IOException | RuntimeException | StackOverflowError e) {
            System.out.println(e instanceof StackOverflowError ? "it is nested too deeply"
                    : String.valueOf(e.getMessage()).lines().findFirst().orElse(""));
            System.exit(CANNOT);
        }
    }

    private static void draw(Path source, Path out) throws IOException {
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
                content.transform(new Matrix(AffineTransform.getScaleInstance(scale, scale)));
                content.drawForm(graphics.getXFormObject());
            }
            pdf.save(out.toFile());
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
            return inTheFile(resource) ? new EmbededExternalResourceSecurity(resource)
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
