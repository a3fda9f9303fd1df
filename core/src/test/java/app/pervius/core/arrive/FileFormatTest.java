package app.pervius.core.arrive;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A format is told by what is in a file, and by its ending where that says too little. */
class FileFormatTest {

    @ParameterizedTest
    @CsvSource({"weir.pdf,PDF", "weir.DWG,CAD", "weir.ifczip,MODEL", "weir.xlsx,OFFICE", "weir.tiff,IMAGE", "weir.md,TEXT",
            "weir.zip,PACKAGE",
            "weir.xyz,OTHER", "weir,OTHER"})
    void byItsEnding(String name, FileFormat format) {
        assertThat(FileFormat.of(new FileName(name))).isEqualTo(format);
    }

    @ParameterizedTest
    @CsvSource({"weir.txt,application/pdf,PDF", "weir.pdf,image/vnd.dwg,CAD", "weir.png,image/svg+xml,CAD", "weir.pdf,image/png,IMAGE",
            "weir.docx,application/zip,OFFICE", "weir.ifczip,application/zip,MODEL", "weir.pdf,application/zip,PACKAGE",
            "weir.dxf,text/plain,CAD", "weir.ifc,text/plain; charset=UTF-8,MODEL", "weir.pdf,text/plain,TEXT", "weir.pdf,text/html,TEXT",
            "weir.dgn,application/octet-stream,CAD", "weir.pdf,'',PDF", "weir.pdf,application/msword,OFFICE",
            "weir.pdf,application/vnd.ms-excel,OFFICE", "weir.pdf,application/vnd.openxmlformats-officedocument.x,OFFICE",
            "weir.pdf,application/vnd.oasis.opendocument.text,OFFICE", "weir.dwg,application/x-something,CAD"})
    void byWhatIsInIt(String name, String mediaType, FileFormat format) {
        assertThat(FileFormat.of(new FileName(name), mediaType)).isEqualTo(format);
    }
}
