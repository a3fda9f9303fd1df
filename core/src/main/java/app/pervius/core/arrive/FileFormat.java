package app.pervius.core.arrive;

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
            Map.entry("pptx", OFFICE), Map.entry("odt", OFFICE), Map.entry("ods", OFFICE),
            Map.entry("png", IMAGE), Map.entry("jpg", IMAGE), Map.entry("jpeg", IMAGE), Map.entry("tif", IMAGE), Map.entry("tiff", IMAGE),
            Map.entry("txt", TEXT), Map.entry("csv", TEXT), Map.entry("md", TEXT),
            Map.entry("zip", PACKAGE));

    private final String label;

    FileFormat(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** The format a name's ending stands for. */
    public static FileFormat of(FileName name) {
        return BY_ENDING.getOrDefault(name.ending(), OTHER);
    }
}
