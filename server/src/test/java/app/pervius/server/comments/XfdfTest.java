package app.pervius.server.comments;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.pervius.core.comment.Place;
import app.pervius.core.comment.Point;
import app.pervius.core.comment.Shape;
import app.pervius.core.comment.Side;
import app.pervius.core.comment.Stage;
import app.pervius.server.refused.Refused;
import app.pervius.server.tables.Table;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationInk;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLine;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationSquare;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/** Marks go out to other programs and come in from them, as XFDF and in the PDF itself; what is broken or hostile is refused. */
class XfdfTest {

    @TempDir
    Path files;

    private static CommentViews.CommentView said(long id, Shape shape, String text, Point... at) {
        Optional<Double> scale = shape == Shape.LENGTH ? Optional.of(0.01) : Optional.empty();
        return new CommentViews.CommentView(id, new CommentViews.CommentOn(1, "P01", 1, false, CommentPlace.of(new Place(2, shape,
                List.of(at),
                scale))), new CommentViews.CommentBy(1, "Henrike Solvangen", "KWB", true, Side.REVIEWING,
                Instant.parse("2026-11-28T12:30:00Z"), Instant.parse("2026-11-28T12:31:00Z")),
                text, new CommentViews.CommentWith(null, List.of()), null, Stage.OPEN, false, null, List.of(),
                        new CommentViews.CommentMay(true, true, true, false), 0);
    }

    static List<CommentViews.CommentView> all() {
        return List.of(said(1, Shape.POINT, "A <point> & \u00a0more\u0001", new Point(100, 200)),
                said(2, Shape.BOX, "Box", new Point(10, 20), new Point(110, 80)),
                said(3, Shape.CLOUD, "Cloud", new Point(10.5, 20.25), new Point(110, 80)),
                said(4, Shape.ARROW, "Arrow\nto here", new Point(300, 300), new Point(20, 40)),
                said(5, Shape.FREEHAND, "By hand", new Point(1, 2), new Point(3, 4), new Point(5, 6)),
                said(6, Shape.TEXT, "Words on the sheet", new Point(50, 60)),
                said(7, Shape.LENGTH, "", new Point(0, 0), new Point(300, 400)));
    }

    private static byte[] written() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Xfdf.write(all(), "Plan & section.pdf", out);
        return out.toByteArray();
    }

    private static Xfdf.Read read(String xml) throws IOException {
        return Xfdf.read(new ByteArrayInputStream(xml.getBytes(StandardCharsets.UTF_8)));
    }

    @Test
    void whatGoesOutIsReadByAnotherReaderAndComesInTheSame() throws Exception {
        DocumentBuilderFactory reader = DocumentBuilderFactory.newInstance();
        reader.setNamespaceAware(true);
        NodeList annots = reader.newDocumentBuilder().parse(new ByteArrayInputStream(written())).getElementsByTagName("annots").item(0)
                .getChildNodes();
        assertThat(IntStream.range(0, annots.getLength()).mapToObj(i -> annots.item(i).getNodeName()))
                .containsExactly("text", "square", "square", "line", "ink", "freetext", "line");
        Element arrow = (Element) annots.item(3);
        assertThat(arrow.getAttribute("page")).as("counted from 0").isEqualTo("1");
        assertThat(arrow.getAttribute("start")).isEqualTo("300.000,300.000");
        assertThat(arrow.getAttribute("rect")).isEqualTo("20.000,40.000,300.000,300.000");
        assertThat(arrow.getAttribute("date")).isEqualTo("D:20261128123100Z");
        assertThat(((Element) annots.item(6)).getTextContent()).isEqualTo("5.000 m ");

        Xfdf.Read read = Xfdf.read(new ByteArrayInputStream(written()));
        assertThat(read.faults()).isEmpty();
        assertThat(read.marks()).hasSize(7);
        for (int i = 0; i < 6; i++) {
            Place place = all().get(i).on().place().place();
            assertThat(read.marks().get(i).place()).isEqualTo(place);
        }
        assertThat(read.marks().getFirst().text()).isEqualTo("A <point> & \u00a0more");
        assertThat(read.marks().get(3).text()).isEqualTo("Arrow\nto here");
    }

    @Test
    void whatOtherProgramsMarkWithBecomesABoxAroundIt() throws IOException {
        Xfdf.Read read = read("<xfdf xmlns='http://ns.adobe.com/xfdf/'><annots>"
                + "<highlight page='0' rect='1,2,30,40' title='x'><contents>See here</contents><popup page='0' rect='0,0,9,9'/></highlight>"
                + "<polygon page='3' rect='5,5,50,50' style='cloudy'><contents-richtext><body xmlns='http://www.w3.org/1999/xhtml'>"
                + "<p>rich</p></body></contents-richtext><contents>Plain</contents></polygon></annots></xfdf>");
        assertThat(read.faults()).isEmpty();
        assertThat(read.marks()).containsExactly(
                new Xfdf.Mark(1, "", new Place(1, Shape.BOX, List.of(new Point(1, 2), new Point(30, 40)), Optional.empty()), "See here"),
                new Xfdf.Mark(2, "", new Place(4, Shape.CLOUD, List.of(new Point(5, 5), new Point(50, 50)), Optional.empty()), "Plain"));
    }

    @Test
    void whatIsWrongWithOneMarkIsToldByElement() throws IOException {
        Xfdf.Read read = read("<xfdf><annots><square page='x' rect='1,2,3,4'><contents>a</contents></square>"
                + "<square page='0' rect='1,2,3'><contents>a</contents></square><sound page='0' rect='1,2,3,4'/>"
                + "<square page='0' rect='1,2,3,4'><contents> </contents></square>"
                + "<text page='-5' rect='1,2,3,4'><contents>a</contents></text>"
                + "<ink page='0'><contents>a</contents><inklist><gesture>1,2</gesture></inklist></ink>"
                + "<line page='0' start='NaN,1' end='2,3'><contents>a</contents></line></annots></xfdf>");
        assertThat(read.marks()).isEmpty();
        assertThat(read.faults()).extracting(Table.TableFault::row).containsExactly(1, 2, 3, 4, 5, 6, 7);
        assertThat(read.faults().get(3).sentence()).isEqualTo("It says nothing.");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "no xml", "<html/>", "<xfdf><annots><square>", "%PDF-1.7",
        "<!DOCTYPE x [<!ENTITY a SYSTEM 'file:///etc/passwd'>]><xfdf><annots><text page='0' rect='1,1,2,2'><contents>&a;</contents>"
                + "</text></annots></xfdf>"})
    void whatIsNoXfdfOrHostileIsRefused(String text) {
        assertThatThrownBy(() -> read(text)).isInstanceOf(Refused.class);
    }

    @Test
    void aFileOfVeryManyMarksIsRefused() {
        assertThatThrownBy(() -> read("<xfdf><annots>" + "<text page='0' rect='1,1,2,2'><contents>a</contents></text>".repeat(5001)
                + "</annots></xfdf>")).isInstanceOf(Refused.class).hasMessageContaining("more than 5000");
    }

    private Path pdf(String password) throws IOException {
        Path file = files.resolve("plan" + password + ".pdf");
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage());
            document.addPage(new PDPage());
            if (!password.isEmpty()) {
                document.protect(new StandardProtectionPolicy("owner", password, new AccessPermission()));
            }
            document.save(file.toFile());
        }
        return file;
    }

    @Test
    void aPdfCarriesThemAsAnnotationsOfItsOwn() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        MarkedPdf.write(pdf(""), all(), out);
        try (PDDocument marked = Loader.loadPDF(out.toByteArray())) {
            assertThat(marked.getPage(0).getAnnotations()).isEmpty();
            List<PDAnnotation> annotations = marked.getPage(1).getAnnotations();
            assertThat(annotations).hasSize(7).allMatch(a -> a.getAppearance() != null || a.getSubtype().equals("FreeText"));
            assertThat(annotations.get(1)).isInstanceOf(PDAnnotationSquare.class);
            assertThat(annotations.get(1).getContents()).isEqualTo("Box");
            assertThat(((PDAnnotationLine) annotations.get(3)).getLine()).containsExactly(300, 300, 20, 40);
            assertThat(((PDAnnotationInk) annotations.get(4)).getInkList()[0]).containsExactly(1, 2, 3, 4, 5, 6);
            assertThat(annotations.get(1).getRectangle().getLowerLeftX()).as("and its line").isCloseTo(10, within(1f));
        }
    }

    @Test
    void whatIsLockedOrDamagedIsSaid() throws IOException {
        assertThat(MarkedPdf.pages(pdf(""))).isEqualTo(2);
        Path locked = pdf("tidal");
        assertThatThrownBy(() -> MarkedPdf.pages(locked)).isInstanceOf(Refused.class).hasMessageContaining("locked with a password");
        Path broken = Files.writeString(files.resolve("broken.pdf"), "%PDF-1.7 and nothing more");
        assertThatThrownBy(() -> MarkedPdf.pages(broken)).isInstanceOf(Refused.class).hasMessageContaining("damaged");
    }
}
