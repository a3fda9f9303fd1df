package app.pervius.core.arrive;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class UnseenTest {

    @ParameterizedTest
    @ValueSource(strings = {"a\nb", "a\tb", "\u0000", "turned\u202Eround", "left\u200Eright", "isolated\u2066here", "line\u2028here",
            "paragraph\u2029here", "zero\u200Bwidth",
        "\u200Dbegins", "ends\u200D", "two\u200D\u200Djoiners", "a \u200D b", "a\u200Db", "half\uD83D",
            "\uFEFFmark"})
    void isFound(String name) {
        assertThat(Unseen.in(name)).isTrue();
        assertThat(FileName.check(name + ".pdf")).isInstanceOf(FileName.Checked.Refused.class);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "Aoife Ní Raghnaill", "e\u0301", "\uD83D\uDC77\u200D\u2640\uFE0F Weir",
        "\u0645\u06CC\u200C\u062E\u0648\u0627\u0647\u0645",
            "\u05D0\u05D1\u05D2", "水力", "a\u00A0b"})
    void isNotFoundWhereEverythingIsSeen(String name) {
        assertThat(Unseen.in(name)).isFalse();
    }

    @Test
    void emojiWithJoinersAreNamesOfFilesToo() {
        assertThat(FileName.check("\uD83D\uDC77\u200D\u2640\uFE0F.pdf")).isInstanceOf(FileName.Checked.Fine.class);
    }
}
