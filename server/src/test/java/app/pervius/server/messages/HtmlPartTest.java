package app.pervius.server.messages;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** Whatever a text says, its HTML says the same, and does nothing. */
class HtmlPartTest {

    @Test
    void linesStayLinesAndAddressesBecomeLinks() {
        assertThat(HtmlPart.of("Dear Łucja,\n\n  One.pdf\n  https://p.example/passages/4?a=1&b=2\n")).isEqualTo("""
                <!doctype html>
                <html><body style="font: 14px/1.45 sans-serif">
                Dear Łucja,<br>
                <br>
                &nbsp;&nbsp;One.pdf<br>
                &nbsp;&nbsp;<a href="https://p.example/passages/4?a=1&amp;b=2">https://p.example/passages/4?a=1&amp;b=2</a><br>

                </body></html>
                """);
    }

    @Test
    void whatIsInATitleIsNoMarkup() {
        String html = HtmlPart.of("<img src=x onerror=alert(1)> https://p.example/\"><script>alert(1)</script> $1 \\0");
        assertThat(html).doesNotContain("<img").doesNotContain("<script").contains("$1 \\0")
                .contains("&lt;img src=x onerror=alert(1)&gt;");
        assertThat(html.split("<a href=\"", -1)[1]).startsWith("https://p.example/&quot;&gt;&lt;script&gt;alert(1)&lt;/script&gt;\"");
    }
}
