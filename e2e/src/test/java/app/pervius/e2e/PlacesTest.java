package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Every place opens, says what it is, can be used without a mouse, and axe-core finds nothing serious in it, light or dark. */
@Execution(ExecutionMode.CONCURRENT)
@ResourceLock("browsers of PlacesTest")
class PlacesTest {

    /** One browser each for those who look at many places, one after the other. */
    private static final Map<String, Browser> SITTING = new HashMap<>();

    private static final Path AXE = Path.of("..", "web", "node_modules", "axe-core", "axe.min.js");

    @SuppressWarnings("unchecked")
    static List<String> seriousFindings(Browser browser) throws IOException {
        // A colour on its way from light to dark is neither of the two, and no reader ever reads it.
        browser.until("return document.getAnimations().every(moving => moving.playState !== 'running'"
                + " || moving.effect?.getComputedTiming().iterations === Infinity)");
        browser.js(Files.readString(AXE));
        List<Map<String, Object>> violations = (List<Map<String, Object>>) browser.jsLater("""
                const done = arguments[arguments.length - 1]
                axe.run(document, { resultTypes: ['violations'] }).then((found) => done(found.violations
                  .filter((v) => v.impact === 'serious' || v.impact === 'critical')
                  .map((v) => ({ id: v.id, nodes: v.nodes.map((n) => n.html.slice(0, 120)).slice(0, 3).join(' | ') }))))""");
        return violations.stream().map(v -> v.get("id") + ": " + v.get("nodes")).toList();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "Mirela Draganova|/desk|passages are stopped", "Henrike Solvangen|/desk|for your decision",
                "Yusuf Karaderin|/desk|Yours on the way",
        "Giorgi Tskalishvili|/desk|Came back to you", "Yusuf Karaderin|/folders|What happens here", "Mirela Draganova|/passages|Passages",
        "Mirela Draganova|/rules|Rule sheet", "Henrike Solvangen|/reviews|Interface check",
        "Mirela Draganova|/reviews?which=TURNAROUND|Load per person", "Mirela Draganova|/routes|Check by both leads",
        "Mirela Draganova|/people?part=matrix|Save the matrix", "Mirela Draganova|/people?part=away|Is here after all",
        "Yusuf Karaderin|/routes|Check by both leads", "Mirela Draganova|/numbers|Counters", "Yusuf Karaderin|/numbers|Counters",
        "Mirela Draganova|/register|Weir general arrangement",
        "Mirela Draganova|/documents/KWR/KWR-FNK-H-DR-0001|Decisions and comments", "Mirela Draganova|/packages|Folder templates",
        "Mirela Draganova|/project|Take over a list", "Mirela Draganova|/people|Roles, and who holds them",
        "Yusuf Karaderin|/messages|How messages come to me", "Mirela Draganova|/messages?whose=ALL|How the project tells",
        "Mirela Draganova|/mail-room|waiting for your decision", "Yusuf Karaderin|/account|Where you are signed in",
        "Aoife Ní Raghnaill|/installation|accounts", "Aoife Ní Raghnaill|/journal?of=|signed in",
        "Aoife Ní Raghnaill|/installation?part=sign-in|Providers of sign-in",
        "Aoife Ní Raghnaill|/installation?part=backups|Pervius makes no backups by itself here",
        "Aoife Ní Raghnaill|/installation?part=projects|Code of the project"})
    void aPlaceHasNothingSeriousInIt(String person, String path, String text) throws IOException {
        Browser browser = SITTING.computeIfAbsent(person, who -> new Browser(Demo.address()).signInAs(who));
        browser.open(path).seeText(text);
        assertThat(seriousFindings(browser)).as("light").isEmpty();
        browser.click(By.xpath("//nav//button[normalize-space()='Dark']"));
        try {
            assertThat(seriousFindings(browser)).as("dark").isEmpty();
            assertThat(browser.consoleErrors()).isEmpty();
        } finally {
            browser.click(By.xpath("//nav//button[normalize-space()='Light']"));
        }
    }

    @AfterAll
    static void leave() {
        SITTING.values().forEach(Browser::close);
    }

    @Test
    void theSignInPageTheRuleEditorThePassageAndTheReadingRoomHaveNothingSeriousInThem() throws IOException {
        try (Browser browser = new Browser(Demo.address())) {
            browser.open("/sign-in").seeText("Mirela Draganova");
            assertThat(seriousFindings(browser)).as("sign-in").isEmpty();
            browser.signInAs("Mirela Draganova").open("/rules").clickButton("Civil design").seeText("Save as draft");
            assertThat(seriousFindings(browser)).as("rule editor").isEmpty();
            browser.open("/rules").seeText("Data sheets").clickButton("Try the draft").click(By.cssSelector("[data-test=try]"))
                    .seeText("arrivals tried").click(By.cssSelector("section tbody button"));
            assertThat(seriousFindings(browser)).as("trial").isEmpty();
            browser.clickButton("Editions").seeText("What is otherwise in");
            assertThat(seriousFindings(browser)).as("editions").isEmpty();
            browser.open("/passages?which=DONE").click(By.xpath("//a[normalize-space()='Retaining wall reinforcement']"))
                    .seeText("Other cycles of this document");
            assertThat(seriousFindings(browser)).as("passage").isEmpty();
            browser.click(By.linkText("Read")).see(By.cssSelector("canvas[role=img]"));
            assertThat(seriousFindings(browser)).as("reading room").isEmpty();
        }
    }

    @Test
    void anythingIsFoundByNumberOrWordFromTheKeyboard() {
        try (Browser browser = new Browser(Demo.address())) {
            browser.signInAs("Mirela Draganova").seeText("passages are stopped").leaveFields();
            browser.press("/").press("retaining").seeText("KWR-ALD-C-DR-0003").press(Keys.ENTER);
            browser.seeText("Retaining wall reinforcement").seeText("What came in");
        }
    }

    @Test
    void theKeysOfAScreenAreListed() {
        try (Browser browser = new Browser(Demo.address())) {
            browser.signInAs("Henrike Solvangen").seeText("for your decision").leaveFields().press("?").seeText("Keys of this screen")
                    .seeText("Decide: revise and resubmit");
        }
    }

    @Test
    void aPlaceThatIsNotThereSaysSo() {
        try (Browser browser = new Browser(Demo.address())) {
            browser.signInAs("Yusuf Karaderin").open("/passages/1").seeText("There is no such passage, or you may not see it.");
        }
    }

    @Test
    void theDeskAndTheReadingRoomWorkOnAPhonesWidth() {
        try (Browser browser = new Browser(Demo.address(), 390, 844)) {
            browser.signInAs("Henrike Solvangen").seeText("for your decision");
            assertThat((Long) browser.js("return document.documentElement.scrollWidth")).isLessThanOrEqualTo(390L);
            By sheet = By.cssSelector("canvas[role=img]");
            browser.click(By.xpath("//article//a[normalize-space()='Stilling basin plan']")).see(sheet);
            browser.seeText("accepted with comments");
            assertThat((Long) browser.js("return document.documentElement.scrollWidth")).isLessThanOrEqualTo(390L);
            // Bars to scroll with that come and go with the page's size once had the page drawn anew for ever.
            browser.resize(390, 560).clickButton("Width").clickButton("Fit").see(sheet);
            browser.js("window.drawn = 0; new MutationObserver(all => window.drawn += all.filter(m => m.target.tagName === 'CANVAS'"
                    + " || [...m.addedNodes].some(n => n.tagName === 'CANVAS')).length)"
                    + ".observe(document.querySelector('.frame'), {subtree: true, childList: true, attributes: true})");
            browser.until("return document.querySelector('canvas[role=img]').offsetHeight > 100");
            for (int looks = 0; looks < 40; looks++) {
                browser.js("return new Promise(drawn => requestAnimationFrame(drawn))");
            }
            assertThat((Long) browser.js("return window.drawn")).isLessThanOrEqualTo(4L);
        }
    }
}
