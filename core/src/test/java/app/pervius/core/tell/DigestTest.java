package app.pervius.core.tell;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** One message says how many and which, by folder and by what happened. */
class DigestTest {

    private static Digest.Item item(String folder, Occasion occasion, String what, String detail, String... rules) {
        return new Digest.Item(folder, "https://p/folders/1", occasion, what, detail, "https://p/passages/" + what.length(),
                List.of(rules), rules.length == 0 ? "you are the author" : "the rule names you");
    }

    @Test
    void itIsGroupedByFolderAndByWhatHappened() {
        Letter letter = Digest.write("KWR", "Priya", List.of(item("In / A", Occasion.ARRIVED, "One.pdf", "", "Watch A"),
                item("In / B", Occasion.ARRIVED, "Two.pdf", ""), item("In / A", Occasion.ISSUED, "Three.pdf", "for\nconstruction")),
                "https://p/messages");
        assertThat(letter.subject()).isEqualTo("[KWR] 3 files: 2 arrived, 1 issued");
        assertThat(letter.text()).isEqualTo("""
                Dear Priya,

                what has gathered for you: 2 arrived, 1 issued.

                In / A
                https://p/folders/1

                  Arrived (1)

                  One.pdf
                    told by “Watch A”
                    https://p/passages/7

                  Issued (1)

                  Three.pdf
                    for
                    construction
                    https://p/passages/9

                In / B
                https://p/folders/1

                  Arrived (1)

                  Two.pdf
                    https://p/passages/7

                You get this because the rule names you, and because you are the author.

                When messages come is yours to say: https://p/messages
                """);
    }

    @Test
    void moreThanAMessageNamesAreCountedAndNoNameAddsALine() {
        Letter many = Digest.write("KWR", "Priya", IntStream.range(0, 301).mapToObj(i -> item("In", Occasion.ARRIVED, "F" + i, ""))
                .toList(),
                "https://p/messages");
        assertThat(many.subject()).isEqualTo("[KWR] 301 files: 301 arrived");
        assertThat(many.text()).contains("F299\n").doesNotContain("F300\n").contains("\nand 1 more.\n");
        assertThat(Digest.write("K\nBcc: x", "Priya", List.of(item("In\r\nX", Occasion.ARRIVED, "a\nb", "")), "s").subject())
                .doesNotContain("\n");
    }

    @Test
    void itSaysWhySomebodyGetsItOnceForEachReason() {
        Letter letter = Digest.write("KWR", "Priya", List.of(item("In", Occasion.ARRIVED, "One.pdf", "", "Watch"),
                item("In", Occasion.ARRIVED, "Two.pdf", ""), item("In", Occasion.ISSUED, "Three.pdf", "", "Watch")), "https://p/messages");
        assertThat(letter.text()).contains("You get this because the rule names you, and because you are the author.\n");
    }
}
