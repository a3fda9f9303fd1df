package app.pervius.server.comments;

import app.pervius.core.comment.Place;
import app.pervius.core.comment.Point;
import app.pervius.core.comment.Shape;
import app.pervius.server.refused.Refused;
import app.pervius.server.tables.Table;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSNumber;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;

/** The marks that are in a PDF itself: its annotations (ISO 32000-1, 12.5.6) that say something, with what was replied to them. */
final class PdfMarks {

    private static final Set<String> BOXES = Set.of("Square", "Circle", "Polygon", "Highlight", "Underline", "StrikeOut", "Squiggly",
            "Stamp", "Caret");
    /** More that lead from one to the next, or in a ring, are no conversation. */
    private static final int MOST_REPLIES = 100;
    private static final COSName IN_REPLY_TO = COSName.getPDFName("IRT");

    private PdfMarks() {
    }

    /** Those that say nothing are left out. What cannot be opened, or has more than 5,000 marks, is refused. */
    static Xfdf.Read read(Path file) throws IOException {
        List<Xfdf.Mark> marks = new ArrayList<>();
        List<Table.TableFault> faults = new ArrayList<>();
        try (PDDocument document = MarkedPdf.open(file, "have its marks sent as XFDF.")) {
            int number = 0;
            for (PDPage page : document.getPages()) {
                number++;
                read(page, number, marks, faults);
            }
        }
        return new Xfdf.Read(marks, faults);
    }

    private static void read(PDPage page, int number, List<Xfdf.Mark> marks, List<Table.TableFault> faults) {
        COSArray all = page.getCOSObject().getCOSArray(COSName.ANNOTS);
        Map<COSDictionary, StringBuilder> said = new LinkedHashMap<>();
        for (int i = 0; all != null && i < all.size(); i++) {
            if (all.getObject(i) instanceof COSDictionary annotation) {
                say(annotation, said.computeIfAbsent(begun(annotation), a -> new StringBuilder()));
            }
        }
        said.forEach((annotation, words) -> {
            if (!words.isEmpty()) {
                int element = marks.size() + faults.size() + 1;
                String kind = String.valueOf(annotation.getNameAsString(COSName.SUBTYPE));
                place(annotation, kind, number).ifPresent(place -> place.fault().ifPresentOrElse(
                        fault -> faults.add(new Table.TableFault(element, kind, fault)),
                        () -> marks.add(new Xfdf.Mark(element, word(annotation, COSName.NM), place,
                                words.length() > Xfdf.LONGEST ? words.substring(0, Xfdf.LONGEST) : words.toString()))));
                if (marks.size() + faults.size() > Xfdf.MOST_MARKS) {
                    throw Refused.conflict("too-many-marks", "It has more than " + Xfdf.MOST_MARKS + " marks.");
                }
            }
        });
    }

    /** The annotation to which this one, and whatever it replies to, was a reply in the end. */
    private static COSDictionary begun(COSDictionary annotation) {
        COSDictionary at = annotation;
        for (int replies = 0; replies < MOST_REPLIES; replies++) {
            COSDictionary to = at.getCOSDictionary(IN_REPLY_TO);
            if (to == null) {
                return at;
            }
            at = to;
        }
        return annotation;
    }

    private static void say(COSDictionary annotation, StringBuilder words) {
        String text = word(annotation, COSName.CONTENTS);
        String who = word(annotation, COSName.T);
        if (!text.isEmpty() && words.length() < Xfdf.LONGEST) {
            words.append(words.isEmpty() ? "" : "\n").append(who.isEmpty() ? "" : who + ": ").append(text);
        }
    }

    private static String word(COSDictionary annotation, COSName key) {
        return Optional.ofNullable(annotation.getString(key)).orElse("").strip();
    }

    /** Where it is; empty for what is no mark, such as a link. */
    private static Optional<Place> place(COSDictionary annotation, String kind, int page) {
        List<Point> box = points(annotation.getCOSArray(COSName.RECT));
        return switch (kind) {
            case "Line" -> Optional.of(new Place(page, Shape.ARROW, points(annotation.getCOSArray(COSName.L)), Optional.empty()));
            case "Ink" -> Optional.ofNullable(annotation.getCOSArray(COSName.INKLIST)).map(lists -> lists.getObject(0))
                    .filter(COSArray.class::isInstance).map(line -> new Place(page, Shape.FREEHAND, points((COSArray) line),
                            Optional.empty()));
            case "PolyLine" -> Optional.of(new Place(page, Shape.FREEHAND, points(annotation.getCOSArray(COSName.VERTICES)),
                    Optional.empty()));
            case "Text" -> box.size() != 2 ? Optional.empty() : Optional.of(new Place(page, Shape.POINT, List.of(new Point(
                    (box.get(0).x() + box.get(1).x()) / 2, (box.get(0).y() + box.get(1).y()) / 2)), Optional.empty()));
            // Its words stand on the sheet already.
            case "FreeText" -> box.size() != 2 ? Optional.empty() : Optional.of(new Place(page, Shape.BOX, box, Optional.empty()));
            default -> BOXES.contains(kind) ? Optional.of(new Place(page, cloudy(annotation, kind) ? Shape.CLOUD : Shape.BOX, box,
                    Optional.empty())) : Optional.empty();
        };
    }

    private static boolean cloudy(COSDictionary annotation, String kind) {
        COSDictionary effect = annotation.getCOSDictionary(COSName.BE);
        return kind.equals("Polygon") || effect != null && "C".equals(effect.getNameAsString(COSName.S));
    }

    /** Numbers, two a point. */
    private static List<Point> points(COSArray numbers) {
        List<Point> points = new ArrayList<>();
        for (int i = 0; numbers != null && i + 1 < Math.min(numbers.size(), 4000); i += 2) {
            points.add(new Point(number(numbers.getObject(i)), number(numbers.getObject(i + 1))));
        }
        return points;
    }

    private static double number(COSBase value) {
        return value instanceof COSNumber number ? number.floatValue() : Double.NaN;
    }
}
