package app.pervius.core.arrive;

import java.util.List;
import java.util.Map;

/** How a file is stored, in the groups that rules speak of. */
public enum FileFormat {
    PDF("PDF"),
    CAD("CAD drawing"),
    MODEL("building model"),
    OFFICE("office document"),
    IMAGE("image"),
    TEXT("text"),
    PACKAGE("ZIP"),
    OTHER("other");

    private static final Map<String, FileFormat> BY_ENDING = Map.ofEntries(
            Map.entry("pdf", PDF),
            Map.entry("dwg", CAD), Map.entry("dxf", CAD), Map.entry("dgn", CAD), Map.entry("svg", CAD),
            Map.entry("ifc", MODEL), Map.entry("ifczip", MODEL),
            Map.entry("docx", OFFICE), Map.entry("doc", OFFICE), Map.entry("xlsx", OFFICE), Map.entry("xls", OFFICE),
            Map.entry("pptx", OFFICE), Map.entry("ppt", OFFICE), Map.entry("odt", OFFICE), Map.entry("ods", OFFICE),
            Map.entry("odp", OFFICE), Map.entry("docm", OFFICE), Map.entry("xlsm", OFFICE), Map.entry("pptm", OFFICE),
            Map.entry("rtf", OFFICE),
            Map.entry("png", IMAGE), Map.entry("jpg", IMAGE), Map.entry("jpeg", IMAGE), Map.entry("tif", IMAGE), Map.entry("tiff", IMAGE),
            Map.entry("txt", TEXT), Map.entry("csv", TEXT), Map.entry("md", TEXT), Map.entry("log", TEXT),
            Map.entry("zip", PACKAGE));

    private final String label;

    FileFormat(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** The endings that stand for it, in lower case and in order. */
    public List<String> endings() {
        return BY_ENDING.entrySet().stream().filter(entry -> entry.getValue() == this).map(Map.Entry::getKey).sorted().toList();
    }

    /** The format a name's ending stands for. */
    public static FileFormat of(FileName name) {
        return BY_ENDING.getOrDefault(name.ending(), OTHER);
    }

    /**
     * The format of a file by what is in it; by its ending where its content says too little.
     *
     * @param mediaType what the content was told to be (RFC 6838), in lower case
     */
    public static FileFormat of(FileName name, String mediaType) {
        String type = mediaType.contains(";") ? mediaType.substring(0, mediaType.indexOf(';')).strip() : mediaType;
        FileFormat byEnding = of(name);
        return switch (type) {
            case "application/pdf" -> PDF;
            case "image/vnd.dwg", "image/vnd.dxf", "image/vnd.dgn", "image/svg+xml", "application/acad", "application/dxf" -> CAD;
            case "application/zip" -> byEnding == OFFICE || byEnding == MODEL ? byEnding : PACKAGE;
            // Plain text is also how several drawing and model formats are written.
            case "text/plain" -> byEnding == CAD || byEnding == MODEL ? byEnding : TEXT;
            case "application/octet-stream", "" -> byEnding;
            case "application/msword", "application/rtf", "application/x-tika-ooxml", "application/x-tika-msoffice" -> OFFICE;
            default -> type.startsWith("image/") ? IMAGE : type.startsWith("text/") ? TEXT
                    : type.startsWith("application/vnd.ms-") || type.startsWith("application/vnd.openxmlformats")
                    || type.startsWith("application/vnd.oasis.opendocument")
                            ? OFFICE : byEnding;
        };
    }
}
