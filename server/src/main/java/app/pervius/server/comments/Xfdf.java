package app.pervius.server.comments;

import app.pervius.core.comment.Place;
import app.pervius.core.comment.Point;
import app.pervius.core.comment.Shape;
import app.pervius.server.comments.CommentViews.CommentView;
import app.pervius.server.refused.Refused;
import app.pervius.server.tables.Table;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import javax.xml.stream.XMLStreamWriter;
import org.jspecify.annotations.Nullable;

/**
 * Marks as XFDF (ISO 19444-1): points, boxes and clouds, lines, lines by hand and text, each with its words. Coordinates are those of the
 * page, as here; pages are counted from 0 there.
 */
final class Xfdf {

    private static final String NAMESPACE = "http://ns.adobe.com/xfdf/";
    /** Half the side of what stands for a point. */
    private static final double POINT = 10;
    private static final double TEXT_WIDTH = 200;
    private static final double TEXT_HEIGHT = 16;
    static final int MOST_MARKS = 5000;
    static final int LONGEST = 20_000;
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("'D:'yyyyMMddHHmmss'Z'", Locale.ROOT)
            .withZone(ZoneOffset.UTC);
    /** Elements that mark a place by the box around it. */
    private static final Map<String, Shape> BOXES = Map.of("square", Shape.BOX, "circle", Shape.BOX, "polygon", Shape.CLOUD, "highlight",
            Shape.BOX, "underline", Shape.BOX, "strikeout", Shape.BOX, "squiggly", Shape.BOX, "stamp", Shape.BOX, "caret", Shape.BOX);

    /**
     * A mark as it was read.
     *
     * @param name what it is called there; empty where it has no name
     */
    record Mark(int element, String name, Place place, String text) {
    }

    /** @param faults of elements that could not be read, counted from 1 */
    record Read(List<Mark> marks, List<Table.TableFault> faults) {
    }

    private Xfdf() {
    }

    static void write(List<CommentView> comments, String file, OutputStream out) throws XMLStreamException {
        XMLStreamWriter xml = XMLOutputFactory.newDefaultFactory().createXMLStreamWriter(out, "UTF-8");
        xml.writeStartDocument("UTF-8", "1.0");
        xml.writeStartElement("xfdf");
        xml.writeDefaultNamespace(NAMESPACE);
        xml.writeAttribute("xml:space", "preserve");
        xml.writeEmptyElement("f");
        xml.writeAttribute("href", clean(file));
        xml.writeStartElement("annots");
        for (CommentView comment : comments) {
            CommentPlace place = comment.on().place();
            if (place != null) {
                write(xml, comment, place.place());
            }
        }
        xml.writeEndElement();
        xml.writeEndElement();
        xml.writeEndDocument();
        xml.flush();
    }

    private static void write(XMLStreamWriter xml, CommentView comment, Place place) throws XMLStreamException {
        List<Point> at = place.points();
        xml.writeStartElement(switch (place.shape()) {
            case POINT -> "text";
            case BOX, CLOUD -> "square";
            case ARROW, LENGTH -> "line";
            case FREEHAND -> "ink";
            case TEXT -> "freetext";
        });
        xml.writeAttribute("page", String.valueOf(place.page() - 1));
        xml.writeAttribute("rect", rect(place));
        xml.writeAttribute("name", "comment-" + comment.id());
        xml.writeAttribute("title", clean(comment.by().name()));
        xml.writeAttribute("date", WHEN.format(comment.by().changedAt()));
        xml.writeAttribute("creationdate", WHEN.format(comment.by().at()));
        xml.writeAttribute("color", "#0B7480");
        xml.writeAttribute("flags", "print");
        switch (place.shape()) {
            case CLOUD -> {
                xml.writeAttribute("style", "cloudy");
                xml.writeAttribute("intensity", "1");
            }
            case ARROW -> ends(xml, at, "OpenArrow");
            case LENGTH -> {
                ends(xml, at, "Butt");
                xml.writeAttribute("IT", "LineDimension");
            }
            case POINT, BOX, FREEHAND, TEXT -> { }
        }
        text(xml, "contents", words(comment, place));
        if (place.shape() == Shape.FREEHAND) {
            xml.writeStartElement("inklist");
            text(xml, "gesture", at.stream().map(p -> number(p.x()) + "," + number(p.y())).collect(Collectors.joining(";")));
            xml.writeEndElement();
        }
        xml.writeEndElement();
    }

    private static void ends(XMLStreamWriter xml, List<Point> at, String tail) throws XMLStreamException {
        xml.writeAttribute("start", number(at.getFirst().x()) + "," + number(at.getFirst().y()));
        xml.writeAttribute("end", number(at.getLast().x()) + "," + number(at.getLast().y()));
        xml.writeAttribute("head", tail.equals("Butt") ? tail : "None");
        xml.writeAttribute("tail", tail);
    }

    private static void text(XMLStreamWriter xml, String element, String text) throws XMLStreamException {
        xml.writeStartElement(element);
        xml.writeCharacters(clean(text));
        xml.writeEndElement();
    }

    /** What is said, with its length where it is one, and what was answered. */
    static String words(CommentView comment, Place place) {
        return place.metres().map(m -> String.format(Locale.ROOT, "%.3f m ", m)).orElse("") + comment.text()
                + comment.answers().stream().filter(a -> !a.text().isEmpty()).map(a -> "\n" + a.person() + ": " + a.text())
                .collect(Collectors.joining());
    }

    /** The box around a mark: left, bottom, right, top. */
    static double[] around(Place place) {
        double[] box = {Double.MAX_VALUE, Double.MAX_VALUE, -Double.MAX_VALUE, -Double.MAX_VALUE};
        for (Point p : place.points()) {
            box[0] = Math.min(box[0], p.x());
            box[1] = Math.min(box[1], p.y());
            box[2] = Math.max(box[2], p.x());
            box[3] = Math.max(box[3], p.y());
        }
        return switch (place.shape()) {
            case POINT -> new double[] {box[0] - POINT, box[1] - POINT, box[0] + POINT, box[1] + POINT};
            case TEXT -> new double[] {box[0], box[1] - TEXT_HEIGHT / 4, box[0] + TEXT_WIDTH, box[1] + TEXT_HEIGHT};
            case BOX, CLOUD, ARROW, LENGTH, FREEHAND -> box;
        };
    }

    private static String rect(Place place) {
        return Arrays.stream(around(place)).mapToObj(Xfdf::number).collect(Collectors.joining(","));
    }

    private static String number(double n) {
        return String.format(Locale.ROOT, "%.3f", n);
    }

    /** Without what XML has no place for. */
    private static String clean(String text) {
        return text.codePoints().filter(c -> c == '\t' || c == '\n' || c >= 0x20 && c != 0xFFFE && c != 0xFFFF && !(c >= 0xD800
                && c <= 0xDFFF)).collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append).toString();
    }

    /** Reads marks; what is wrong with single ones is told by element. A file that is no XFDF is refused. */
    static Read read(InputStream in) throws IOException {
        XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, true);
        List<Mark> marks = new ArrayList<>();
        List<Table.TableFault> faults = new ArrayList<>();
        try {
            XMLStreamReader xml = factory.createXMLStreamReader(in);
            xml.nextTag();
            if (!xml.getLocalName().equals("xfdf")) {
                throw refused("It begins with “" + xml.getLocalName() + "” and not with “xfdf”.");
            }
            int element = 0;
            int depth = 1;
            boolean inside = false;
            while (depth > 0) {
                int event = xml.next();
                if (event == XMLStreamConstants.END_ELEMENT) {
                    depth--;
                    inside &= depth > 1;
                } else if (event == XMLStreamConstants.START_ELEMENT && inside) {
                    element++;
                    if (element > MOST_MARKS) {
                        throw refused("It has more than " + MOST_MARKS + " marks.");
                    }
                    read(xml, element, marks, faults);
                } else if (event == XMLStreamConstants.START_ELEMENT) {
                    depth++;
                    inside = depth == 2 && xml.getLocalName().equals("annots");
                }
            }
        } catch (XMLStreamException e) {
            throw refused("It ends or breaks in line " + e.getLocation().getLineNumber() + ".");
        }
        return new Read(marks, faults);
    }

    private static Refused refused(String why) {
        return Refused.invalid("file", "This is no XFDF that can be read. " + why);
    }

    private static void read(XMLStreamReader xml, int element, List<Mark> marks, List<Table.TableFault> faults) throws XMLStreamException {
        String kind = xml.getLocalName();
        String name = Optional.ofNullable(xml.getAttributeValue(null, "name")).orElse("");
        String page = xml.getAttributeValue(null, "page");
        String rect = xml.getAttributeValue(null, "rect");
        String start = xml.getAttributeValue(null, "start");
        String end = xml.getAttributeValue(null, "end");
        String style = xml.getAttributeValue(null, "style");
        StringBuilder contents = new StringBuilder();
        StringBuilder gesture = new StringBuilder();
        inner(xml, contents, gesture);
        Optional<Place> place;
        try {
            int number = Integer.parseInt(String.valueOf(page)) + 1;
            place = place(kind, number, rect, start, end, "cloudy".equals(style), gesture.toString());
        } catch (NumberFormatException e) {
            place = Optional.empty();
        }
        if (place.isEmpty()) {
            faults.add(new Table.TableFault(element, kind, "It has no place that can be read."));
        } else if (place.get().fault().isPresent()) {
            faults.add(new Table.TableFault(element, kind, place.get().fault().get()));
        } else if (contents.length() > LONGEST) {
            faults.add(new Table.TableFault(element, kind, "Its words are longer than " + LONGEST + " characters."));
        } else if (contents.toString().isBlank()) {
            faults.add(new Table.TableFault(element, kind, "It says nothing."));
        } else {
            marks.add(new Mark(element, name, place.get(), contents.toString().strip()));
        }
    }

    /** Reads to the end of the element; the words of its contents and the points of what is drawn by hand. */
    private static void inner(XMLStreamReader xml, StringBuilder contents, StringBuilder gesture) throws XMLStreamException {
        int depth = 1;
        @Nullable StringBuilder into = null;
        while (depth > 0) {
            switch (xml.next()) {
                case XMLStreamConstants.START_ELEMENT -> {
                    depth++;
                    into = switch (xml.getLocalName()) {
                        case "contents" -> contents;
                        case "gesture" -> gesture.isEmpty() ? gesture : null;
                        default -> into == contents ? contents : null;
                    };
                }
                case XMLStreamConstants.END_ELEMENT -> {
                    depth--;
                    into = null;
                }
                case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> {
                    if (into != null && into.length() <= LONGEST * 4) {
                        into.append(xml.getText());
                    }
                }
                default -> { }
            }
        }
    }

    private static Optional<Place> place(String kind, int page, @Nullable String rect, @Nullable String start, @Nullable String end,
            boolean cloudy, String gesture) {
        List<Point> box = points(rect);
        return switch (kind) {
            case "line" -> Optional.of(new Place(page, Shape.ARROW, java.util.stream.Stream.concat(points(start).stream(),
                    points(end).stream()).toList(), Optional.empty()));
            case "ink" -> Optional.of(new Place(page, Shape.FREEHAND, points(gesture.replace(';', ',')), Optional.empty()));
            case "text" -> box.size() != 2 ? Optional.empty() : Optional.of(new Place(page, Shape.POINT,
                    List.of(new Point((box.get(0).x() + box.get(1).x()) / 2, (box.get(0).y() + box.get(1).y()) / 2)), Optional.empty()));
            case "freetext" -> box.size() != 2 ? Optional.empty() : Optional.of(new Place(page, Shape.TEXT,
                    List.of(new Point(box.get(0).x(), box.get(0).y() + TEXT_HEIGHT / 4)), Optional.empty()));
            default -> box.size() != 2 || !BOXES.containsKey(kind) ? Optional.empty() : Optional.of(new Place(page, cloudy ? Shape.CLOUD
                    : BOXES.getOrDefault(kind, Shape.BOX), box, Optional.empty()));
        };
    }

    /** Numbers with commas between them, two a point. */
    private static List<Point> points(@Nullable String numbers) {
        double[] all = numbers == null || numbers.isBlank() ? new double[0] : Arrays.stream(numbers.strip().split("[,\\s]+"))
                .limit(2L * MOST_MARKS).mapToDouble(Double::parseDouble).toArray();
        List<Point> points = new ArrayList<>();
        for (int i = 0; i + 1 < all.length; i += 2) {
            points.add(new Point(all[i], all[i + 1]));
        }
        return points;
    }
}
