package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** What people do all day, and what they stumbled over: keys, drops of the same name, rules that change meanwhile, finding, leaving. */
class DailyHandTest {

    private static final Path ROUTER = Path.of("..", "web", "src", "router.ts");

    private static final By HERE = By.xpath("//article[contains(@class, 'here')][contains(., 'Scour pit 30')]");
    private static final By FIND = By.cssSelector("input[aria-label=Find]");

    @TempDir
    Path files;

    private static By folder(String name) {
        return By.xpath("//*[@role='treeitem'][starts-with(normalize-space(.), '" + name + "')]");
    }

    /** Whether the row with the mark is on the screen, whole. */
    private static final String MARK_IN_VIEW = """
            const row = document.querySelector('article.here tr.at'); if (!row) return false
            const r = row.getBoundingClientRect(); return r.top >= 0 && r.bottom <= innerHeight""";

    @Test
    void aKeyNeverDecidesWhatIsNotOnTheScreenAndWhatItDecidedIsNamedAndTakenBack() {
        try (Browser reviewer = new Browser(Demo.address()); Browser author = new Browser(Demo.address())) {
            author.signInAs("Linnéa Åkerström-Vass").open("/folders").click(folder("Calculations")).seeText("What happens here");
            author.chooseFiles(IntStream.rangeClosed(1, 30).mapToObj(i -> Drawings.pdf(files, "Scour pit %02d.pdf".formatted(i))).toList())
                    .clickButton("Send").seeText("30 files of 30");
            reviewer.signInAs("Henrike Solvangen").seeText("30 files, 30 without a decision");
            for (int i = 0; i < 12 && reviewer.all(HERE).isEmpty(); i++) {
                reviewer.leaveFields().press(Keys.PAGE_DOWN)
                        .until("return !!document.querySelector('article.here table, article.here .comments')");
            }
            reviewer.see(HERE);
            for (int i = 0; i < 12; i++) {
                reviewer.leaveFields().press(Keys.ARROW_DOWN).until(MARK_IN_VIEW);
            }
            String marked = (String) reviewer.js("return document.querySelector('article.here tr.at .title a').textContent");
            reviewer.js("document.querySelector('main').scrollTo(0, 0)");
            reviewer.press("2").seeText("What you marked was not on the screen, so the key did nothing.")
                    .seeText("30 files without a decision").until(MARK_IN_VIEW);
            reviewer.press("1").seeText("29 files without a decision")
                    .see(By.xpath("//div[contains(@class, 'last')][contains(., '" + marked + "')]"));
            reviewer.press("u").seeText("30 files without a decision");

            reviewer.press(Keys.ENTER).see(By.cssSelector("canvas[role=img]"));
            String read = (String) reviewer.js("return document.querySelector('header strong').textContent");
            reviewer.js("history.back()");
            reviewer.until("return document.querySelector('article.here tr.at .title a')?.textContent === " + "'" + read + "'")
                    .until(MARK_IN_VIEW);
            assertThat(reviewer.consoleErrors()).isEmpty();
        }
    }

    @Test
    void theSameNameAgainOpensTheFormAgainAndAFileIsLeftOut() {
        try (Browser author = new Browser(Demo.address())) {
            author.signInAs("Bảo Trần Vĩnh").open("/folders").seeText("Civil design")
                    .click(By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"));
            Path slab = Drawings.pdf(files, "Apron slab.pdf");
            author.chooseFiles(List.of(slab, Drawings.pdf(files, "Apron joints.pdf"))).seeText("2 revisions will go on");
            author.click(By.cssSelector("button[aria-label='Leave out Apron joints.pdf']")).seeText("1 file,")
                    .seeText("1 revision will go on").clickButton("Send").seeText("Received as").seeText("1 file of 1");
            author.chooseFiles(List.of(slab)).seeText("Nothing is sent yet").seeNoText("Received as").seeText("came before");
            assertThat(author.consoleErrors()).isEmpty();
        }
    }

    @Test
    void aPreviewFollowsTheRulesWhileItStands() {
        By civil = By.xpath("//button[@role='switch'][starts-with(@aria-label, 'Civil design')]");
        try (Browser author = new Browser(Demo.address()); Browser controller = new Browser(Demo.address())) {
            author.signInAs("Bảo Trần Vĩnh").open("/folders").seeText("Civil design")
                    .click(By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"));
            author.chooseFiles(List.of(Drawings.pdf(files, "Wing wall.pdf"))).seeText("1 revision will go on");
            controller.signInAs("Mirela Draganova").open("/rules").click(civil)
                    .see(By.xpath("//button[@role='switch'][@aria-label='Civil design: off']"));
            author.seeNoText("1 revision will go on");
            controller.click(civil).see(By.xpath("//button[@role='switch'][@aria-label='Civil design: on']"));
            author.seeText("1 revision will go on");
        }
    }

    @Test
    void aWatchingRuleIsMadeWithTheMouse() {
        try (Browser controller = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova").open("/rules").seeText("Anything else").clickButton("Add a watching rule")
                    .type(By.cssSelector("[data-test=rule-name]"), "Hydraulics wants to know");
            controller.click(By.xpath("//form//label[contains(., 'Letters of FNK')]//input"));
            controller.click(By.xpath(
                    "//form//div[contains(@class, 'telling')]//li[@role='option'][contains(., 'Lead hydraulics engineer')]"));
            controller.click(By.cssSelector("[data-test=save-draft]"))
                    .see(By.xpath("//tr[.//button[normalize-space()='Hydraulics wants to know']]"));
            controller.click(By.xpath(
                    "//tr[contains(@class,'under')][preceding-sibling::tr[1][contains(., 'Hydraulics wants to "
                    + "know')]]//button[normalize-space()='Drop the rule']"));
            controller.seeNone(By.xpath("//tr[.//button[normalize-space()='Hydraulics wants to know']]"));
            assertThat(controller.consoleErrors()).isEmpty();
        }
    }

    @Test
    void everythingIsFoundAsPeopleWriteItAndAllOfItIsShown() {
        try (Browser browser = new Browser(Demo.address())) {
            browser.signInAs("Mirela Draganova").seeText("passages are stopped").leaveFields().press("/").press("kwrfnkhdr0001 p01")
                    .seeText("KWR-FNK-H-DR-0001 P01");
            browser.type(FIND, Keys.chord(Keys.CONTROL, "a") + "legowicz").seeText("1 person");
            browser.type(FIND, Keys.chord(Keys.CONTROL, "a") + "weir")
                    .see(By.xpath("//div[contains(@class, 'hits')]//button[contains(., 'Weir general arrangement')]"));
            browser.press(Keys.ARROW_UP, Keys.ENTER).seeText("Found with “weir”");
        }
    }

    @Test
    void everyPlaceOpensByItsAddressAndNoneIsLeftBehindOnSigningOut() throws IOException, InterruptedException {
        List<String> places = Pattern.compile("path: '(/[a-z-]+)").matcher(Files.readString(ROUTER)).results().map(m -> m.group(1))
                .distinct().toList();
        assertThat(places).contains("/desk", "/find");
        try (HttpClient client = HttpClient.newHttpClient(); Browser browser = new Browser(Demo.address())) {
            for (String place : places) {
                HttpResponse<String> answer = client.send(HttpRequest.newBuilder(URI.create(Demo.address() + place)).build(),
                        HttpResponse.BodyHandlers.ofString());
                assertThat(answer.statusCode()).as(place).isEqualTo(200);
            }
            for (String place : List.of("/folders", "/rules", "/people", "/numbers", "/project", "/desk")) {
                browser.signInAs("Mirela Draganova").open(place).see(By.cssSelector("main h1, main h2"));
                browser.clickButton("Sign out").seeText("Be somebody on Kestrel Weir");
            }
            assertThat(browser.consoleErrors().stream().filter(e -> !e.contains("401"))).isEmpty();
        }
    }

    @Test
    void theRuleSheetAndPeopleAreReadOnAPhonesWidth() {
        try (Browser browser = new Browser(Demo.address(), 390, 844)) {
            browser.signInAs("Mirela Draganova");
            for (String place : List.of("/rules|Anything else", "/people|Roles, and who holds them", "/people?part=away|Away then")) {
                browser.open(place.split("\\|")[0]).seeText(place.split("\\|")[1]);
                assertThat((Long) browser.js("return document.querySelector('main').scrollWidth")).as(place).isLessThanOrEqualTo(390L);
            }
        }
    }
}
