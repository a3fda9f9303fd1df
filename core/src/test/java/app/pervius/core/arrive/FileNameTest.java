package app.pervius.core.arrive;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class FileNameTest {

    private static FileName name(String text) {
        return ((FileName.Checked.Fine) FileName.check(text)).name();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "  ", ".", "..", "a/b.pdf", "a\\b.pdf", "../../etc/passwd", "tab\there.pdf", "zero\u0000.pdf",
            "turned\u202Efdp.exe", "zero\u200Bwidth.pdf"})
    void refusesNamesThatWouldMisleadOrEscape(String raw) {
        assertThat(FileName.check(raw)).isInstanceOf(FileName.Checked.Refused.class);
    }

    @Test
    void refusesANameLongerThanItsPlace() {
        assertThat(((FileName.Checked.Refused) FileName.check("x".repeat(300))).reason())
                .isEqualTo("The name has 300 characters; at most 255 are possible.");
    }

    @Test
    void theSameNameInAnotherUnicodeFormOrCaseIsTheSameName() {
        assertThat(name("Über.PDF").key()).isEqualTo(name("U\u0308ber.pdf").key());
    }

    @Test
    void tellsBaseAndEnding() {
        assertThat(name("Weir plan.v2.PDF").base()).isEqualTo("Weir plan.v2");
        assertThat(name("Weir plan.v2.PDF").ending()).isEqualTo("pdf");
        assertThat(name(".pdf").base()).isEqualTo(".pdf");
        assertThat(name(".pdf").ending()).isEmpty();
    }

    @Test
    void sourceAndPdfOfOneNameAreOneRevision() {
        List<Bundle<FileName>> bundles = Bundle.together(
                List.of(name("Weir.pdf"), name("Screen.pdf"), name("WEIR.dwg"), name("Weir plan.pdf")), f -> f);
        assertThat(bundles).extracting(b -> b.files().size()).containsExactly(2, 1, 1);
        assertThat(bundles.getFirst().base()).isEqualTo("Weir");
    }

    @Test
    void namesStandInTheOrderPeopleCount() {
        List<String> names = List.of("Weir 15.pdf", "weir 2.pdf", "Weir 002b.pdf", "Weir.pdf", "Screen 1.pdf", "Weir 10 sheet 9.pdf",
                "Weir 10 sheet 10.pdf");
        assertThat(names.stream().sorted(java.util.Comparator.comparing(n -> name(n).order())).toList())
                .containsExactly("Screen 1.pdf", "weir 2.pdf", "Weir 002b.pdf",
                "Weir 10 sheet 9.pdf", "Weir 10 sheet 10.pdf", "Weir 15.pdf", "Weir.pdf");
        assertThat(name("1".repeat(120) + ".2".repeat(60)).order()).hasSizeLessThanOrEqualTo(FileName.LONGEST_ORDER);
    }

    @Test
    void tellsTheFormatByTheEnding() {
        assertThat(FileFormat.of(name("a.DWG"))).isEqualTo(FileFormat.CAD);
        assertThat(FileFormat.of(name("a"))).isEqualTo(FileFormat.OTHER);
    }
}
