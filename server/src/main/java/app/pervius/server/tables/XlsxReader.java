package app.pervius.server.tables;

import app.pervius.server.refused.Refused;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import org.apache.poi.openxml4j.exceptions.OpenXML4JException;
import org.apache.poi.openxml4j.exceptions.OpenXML4JRuntimeException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.openxml4j.opc.PackageAccess;
import org.apache.poi.openxml4j.util.ZipSecureFile;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.util.XMLHelper;
import org.apache.poi.xssf.eventusermodel.ReadOnlySharedStringsTable;
import org.apache.poi.xssf.eventusermodel.XSSFReader;
import org.apache.poi.xssf.eventusermodel.XSSFSheetXMLHandler;
import org.apache.poi.xssf.usermodel.XSSFComment;
import org.jspecify.annotations.Nullable;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;
import org.xml.sax.XMLReader;

/** The first sheet of an XLSX, row by row; what it unpacks to is bounded, and its XML may name no entities. */
final class XlsxReader {

    private static final long LARGEST_PART = 64L * 1024 * 1024;

    static {
        ZipSecureFile.setMaxEntrySize(LARGEST_PART);
        ZipSecureFile.setMinInflateRatio(0.005);
        ZipSecureFile.setMaxFileCount(500);
    }

    private XlsxReader() {
    }

    static List<Table.Row> rows(Path file) throws IOException {
        try (OPCPackage pack = OPCPackage.open(file.toFile(), PackageAccess.READ)) {
            XSSFReader reader = new XSSFReader(pack);
            Iterator<InputStream> sheets = reader.getSheetsData();
            if (!sheets.hasNext()) {
                throw TableReader.refused("The workbook has no sheet.");
            }
            try (InputStream sheet = sheets.next()) {
                Sheet rows = new Sheet();
                XMLReader xml = XMLHelper.newXMLReader();
                xml.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
                xml.setContentHandler(new XSSFSheetXMLHandler(reader.getStylesTable(), null, new ReadOnlySharedStringsTable(pack), rows,
                        new DataFormatter(java.util.Locale.ROOT), false));
                xml.parse(new InputSource(sheet));
                return rows.rows.all();
            }
        } catch (Refused refused) {
            throw refused;
        } catch (OpenXML4JException | OpenXML4JRuntimeException | SAXException | javax.xml.parsers.ParserConfigurationException e) {
            throw TableReader.refused("The file is damaged: it is not a sound XLSX workbook: " + said(e));
        } catch (IOException e) {
            throw TableReader.refused(bomb(e) ? "The file unpacks to far more than it is; such a workbook is not opened."
                    : "The file is damaged: it is not a sound XLSX workbook: " + said(e));
        } catch (RuntimeException e) {
            throw TableReader.refused(bomb(e) ? "The file unpacks to far more than it is; such a workbook is not opened."
                    : "The file is damaged: it is not a sound XLSX workbook: " + said(e));
        }
    }

    private static boolean bomb(Throwable e) {
        for (Throwable at = e; at != null; at = at.getCause()) {
            String message = String.valueOf(at.getMessage());
            if (message.contains("Zip bomb") || message.contains("exceed")) {
                return true;
            }
        }
        return false;
    }

    private static String said(Throwable e) {
        String message = String.valueOf(e.getMessage());
        return message.length() > 200 ? message.substring(0, 199) + "…" : message;
    }

    /** Gathers the cells of the sheet, with empty ones where a cell is left out. */
    private static final class Sheet implements XSSFSheetXMLHandler.SheetContentsHandler {
        private final TableReader.Rows rows = new TableReader.Rows();
        private List<String> cells = new ArrayList<>();

        @Override
        public void startRow(int row) {
            cells = new ArrayList<>();
        }

        @Override
        public void endRow(int row) {
            rows.add(row + 1, cells);
        }

        @Override
        public void cell(@Nullable String reference, @Nullable String value, @Nullable XSSFComment comment) {
            int column = reference == null ? cells.size() : new CellReference(reference).getCol();
            if (column >= TableReader.MOST_COLUMNS) {
                throw TableReader.refused("The sheet has more than " + TableReader.MOST_COLUMNS + " columns.");
            }
            while (cells.size() < column) {
                cells.add("");
            }
            cells.add(value == null ? "" : value.strip());
        }
    }
}
