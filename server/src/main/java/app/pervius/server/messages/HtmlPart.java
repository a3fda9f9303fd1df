package app.pervius.server.messages;

import java.util.regex.Pattern;
import org.springframework.web.util.HtmlUtils;

/** The HTML part of a letter, made from its text: the same lines, with addresses as links, and nothing that is fetched. */
final class HtmlPart {

    private static final Pattern ADDRESS = Pattern.compile("https?://[^\\s<>\"]+");
    private static final Pattern INDENTED = Pattern.compile("(?m)^( +)");

    private HtmlPart() {
    }

    static String of(String text) {
        String escaped = HtmlUtils.htmlEscape(text, "UTF-8");
        String linked = ADDRESS.matcher(escaped).replaceAll("<a href=\"$0\">$0</a>");
        String indented = INDENTED.matcher(linked).replaceAll(spaces -> "&nbsp;".repeat(spaces.group().length()));
        return "<!doctype html>\n<html><body style=\"font: 14px/1.45 sans-serif\">\n" + indented.replace("\n", "<br>\n")
                + "\n</body></html>\n";
    }
}
