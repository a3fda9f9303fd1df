package app.pervius.core.register;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** The words texts are found by, and those that are sought. */
class SearchWordsTest {

    @Test
    void aNumberIsFoundWholeInItsPartsAndWithoutItsSeparators() {
        assertThat(SearchWords.of("KWR-FNK-H-DR-0012")).containsExactlyInAnyOrder("kwr-fnk-h-dr-0012", "kwr", "fnk", "h", "dr", "0012",
                "kwrfnkhdr0012");
    }

    @Test
    void lettersAreFoundWithoutTheirMarks() {
        assertThat(SearchWords.of("Śluza Łęg, Ørsted Übersicht")).contains("sluza", "leg", "orsted", "ubersicht");
        assertThat(SearchWords.sought("ŁĘG")).containsExactly(new SearchWords.Sought("leg", List.of("leg")));
    }

    @Test
    void whatIsSoughtWithAHyphenIsFoundWithASpaceAndTheOtherWayRound() {
        assertThat(SearchWords.sought("weir-plan")).containsExactly(new SearchWords.Sought("weir-plan", List.of("weir", "plan")));
        assertThat(SearchWords.of("Weir plan")).contains("weir", "plan");
        assertThat(SearchWords.sought("  a b c d e f g h i j ")).hasSize(8);
    }

    @Test
    void longWordsAreCutAndSignsAloneAreWords() {
        assertThat(SearchWords.of("x".repeat(500))).containsExactly("x".repeat(SearchWords.LONGEST));
        assertThat(SearchWords.sought("—")).containsExactly(new SearchWords.Sought("—", List.of("—")));
        assertThat(SearchWords.of("")).isEmpty();
    }
}
