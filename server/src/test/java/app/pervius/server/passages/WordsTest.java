package app.pervius.server.passages;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class WordsTest {

    @Test
    void aNumberIsFoundWholeAndInItsParts() {
        assertThat(Words.of("KWR-FNK-H-DR-0012")).containsExactly("kwr-fnk-h-dr-0012", "kwr", "fnk", "h", "dr", "0012");
    }

    @Test
    void wordsOfAnyScriptAreFoundWithoutRegardToCase() {
        assertThat(Words.of("Śluza Nr 2 – Übersicht.pdf")).contains("śluza", "nr", "2", "übersicht", "pdf", "übersicht.pdf");
    }

    @Test
    void aWordIsNeverLongerThanItsPlace() {
        assertThat(Words.of("x".repeat(500))).containsExactly("x".repeat(120));
    }

    @Test
    void nothingGivesNothing() {
        assertThat(Words.of("  —  ")).containsExactly("—");
        assertThat(Words.of("")).isEmpty();
    }
}
