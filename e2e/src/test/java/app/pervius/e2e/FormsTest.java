package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.openqa.selenium.By;

/**
 * Every form of every place can be used with the mouse in every ordinary window: no field lies under another, is cut off, or too narrow to
 * read what is typed.
 */
@Execution(ExecutionMode.CONCURRENT)
@ResourceLock("browsers of FormsTest")
class FormsTest {

    private static final List<Integer> WIDTHS = List.of(1024, 1280, 1366, 1440, 1920);

    /**
     * Gives what is wrong with the fields on the page. Fields of a few letters are as narrow as they like; a number or a date is no text.
     */
    private static final String WRONG = """
            const bad = []
            const main = document.querySelector('main')
            main.querySelectorAll('details').forEach((d) => { d.open = true })
            for (const box of innerWidth < 1280 ? [] : main.querySelectorAll('*')) {
              if (box.scrollWidth <= box.clientWidth + 1 || !/auto|scroll/.test(getComputedStyle(box).overflowX)) continue
              box.scrollLeft = 0
              const edge = box.getBoundingClientRect().right
              for (const el of box.querySelectorAll('button'))
                if (el.offsetWidth && el.getBoundingClientRect().right > edge + 1)
                  bad.push(`${el.getAttribute('aria-label') ?? el.innerText}: beyond the edge of its list`)
            }
            for (const el of main.querySelectorAll('input:not([type=file]):not(.hidden-text), select, textarea, .p-multiselect')) {
              if (el.closest('.p-multiselect') && !el.classList.contains('p-multiselect')) continue
              if (!el.getBoundingClientRect().width
                  || !el.checkVisibility({ contentVisibilityAuto: true, visibilityProperty: true })) continue
              el.scrollIntoView({ block: 'center' })
              const r = el.getBoundingClientRect()
              const label = el.getAttribute('aria-label') ?? el.closest('label')?.innerText?.slice(0, 40) ?? el.className
              const at = document.elementFromPoint(r.left + r.width / 2, r.top + r.height / 2)
              if (!at || !(el.contains(at) || (at.closest('label') && at.closest('label') === el.closest('label'))))
                bad.push(`${label}: covered by ${at?.tagName}.${at?.className}`)
              if (r.right > innerWidth + 1 || r.left < -1) bad.push(`${label}: cut off`)
              const text = el.tagName === 'TEXTAREA'
                || (el.tagName === 'INPUT' && ['text', 'search', 'email', 'password'].includes(el.type))
              const few = el.maxLength > 0 && el.maxLength <= 4
              if (text && !few && r.width < 120) bad.push(`${label}: ${Math.round(r.width)} px wide`)
            }
            if (main.scrollWidth > main.clientWidth + 1)
              bad.push(`the page is wider than its column: ${main.scrollWidth} > ${main.clientWidth}`)
            return bad""";

    /** Nobody is in a field any more, nor points at one: no mark of help stands anywhere. */
    private static final String LEFT = "document.activeElement?.blur(); "
            + "document.body.dispatchEvent(new PointerEvent('pointerover', { bubbles: true }))";

    /** A folder with a long path, to stand on. */
    private static final By DEEP = By.xpath("//form//label[contains(., 'Letters of FNK')]//input");

    @TempDir
    private static Path files;

    private static Browser browser;

    @BeforeAll
    static void signIn() {
        browser = new Browser(Demo.address());
        browser.signInAs("Mirela Draganova");
    }

    @AfterAll
    static void leave() {
        browser.close();
    }

    private static Arguments form(String path, String seen, String name, Consumer<Browser> opens) {
        return Arguments.of(path, seen, name, opens);
    }

    private static Arguments button(String path, String seen, String word) {
        return form(path, seen, word, b -> b.click(By.xpath("//main//button[starts-with(normalize-space(), '" + word + "')]")));
    }

    private static Arguments test(String path, String seen, String name) {
        return form(path, seen, name, b -> b.click(By.cssSelector("[data-test=" + name + "]")));
    }

    /** What a new rule says of a station itself. */
    private static Arguments station(String name) {
        return form("/rules", "Anything else", "a rule that says itself what happens at " + name, b ->
                b.click(By.xpath("//main//button[normalize-space()='Add a rule']")).click(By.cssSelector("[data-test=open-" + name + "]"))
                        .choose(By.cssSelector("[data-test=says-" + name + "]"), "said here"));
    }

    private static Arguments none(String path, String seen) {
        return form(path, seen, "as it is", b -> { });
    }

    private static Arguments inFolder(String folder, String word) {
        return form("/folders", "What happens here", word + " in " + folder, b -> {
            b.click(By.xpath("//*[@role='treeitem'][span[normalize-space()='" + folder + "']]"))
                    .see(By.xpath("//main//h1[contains(., '" + folder + "')]"));
            b.click(By.xpath("//main//button[normalize-space()='" + word + "']"));
        });
    }

    /** More files than the list of what comes of them shows at once. */
    private static void drop(Browser b) {
        b.click(By.xpath("//*[@role='treeitem'][span[normalize-space()='Deliveries']]"))
                .see(By.xpath("//main//h1[contains(., 'Deliveries')]"));
        b.chooseFiles(IntStream.range(0, 12).mapToObj(i -> Drawings.file(files, "MS-C_Lowering of the reservoir " + i + ".pdf",
                "drop " + i)).toList());
        b.see(By.xpath("//main//button[normalize-space()='leave out']"));
    }

    static Stream<Arguments> forms() {
        List<Arguments> all = new ArrayList<>(List.of(
                none("/desk", "passages are stopped"), none("/passages", "Submission"), none("/reviews", "Interface check"),
                none("/register", "Weir general arrangement"), none("/mail-room", "To"),
                none("/messages?whose=ALL", "How the project tells"), form("/messages", "How messages come to me", "once a day", b ->
                        b.choose(By.cssSelector(".mine [data-test=pace]"), "gathered, once a day")),
                button("/people", "Roles, and who holds them", "Invite a person"),
                button("/people", "Roles, and who holds them", "Add a firm"), button("/people", "Roles, and who holds them", "Take a list"),
                button("/people", "Roles, and who holds them", "Add a role"),
                button("/people", "Roles, and who holds them", "Change"),
                none("/account", "Where you are signed in"), button("/account", "Where you are signed in", "Set up one-time codes"),
                none("/people?part=matrix", "Save the matrix"), none("/people?part=away", "Away then"),
                button("/rules", "Anything else", "Add a rule"), button("/rules", "Anything else", "Add a watching rule"),
                button("/rules", "Anything else", "The project says"),
                button("/rules", "Anything else", "Try the draft"), button("/rules", "Anything else", "Editions"),
                button("/rules", "Anything else", "As a file"),
                form("/rules", "Anything else", "a rule with a condition", b ->
                        b.click(By.xpath("//main//button[normalize-space()='Add a rule']"))
                                .click(By.cssSelector("[data-test=add-condition]")).click(DEEP)),
                station("identify"), station("number"), station("review"), station("issue"), station("tell"),
                form("/rules", "Anything else", "what no rule takes", b -> b.click(By.cssSelector("[data-test=anything-else]"))),
                form("/rules", "Anything else", "a watching rule on a folder", b ->
                        b.click(By.xpath("//main//button[normalize-space()='Add a watching rule']"))
                                .click(By.cssSelector("[data-test=add-condition]")).click(DEEP)),
                none("/routes", "Check by both leads"), test("/routes", "Check by both leads", "new-route"),
                none("/numbers", "Counters"), none("/numbers?take", "Counters"), test("/numbers", "Counters", "edit-scheme"),
                test("/numbers", "Counters", "begin-counter"),
                test("/numbers", "Reserved ranges", "reserve"), none("/packages", "Folder templates"),
                button("/project", "Take over a list", "Fields and codes"), button("/project", "Take over a list", "Status codes"),
                button("/project", "Take over a list", "Revision sequences"),
                button("/project", "Take over a list", "Decision codes"), button("/project", "Take over a list", "Working days"),
                button("/project", "Take over a list", "Sign-in")));
        for (String word : List.of("Change folder", "Who sees it", "New folder", "Number files", "other rules here too", "Send on a route",
                "Move or copy")) {
            all.add(inFolder("Deliveries", word));
        }
        for (String word : List.of("Send on a route", "Move or copy")) {
            all.add(inFolder("Hydraulics", word));
        }
        all.add(form("/folders", "What happens here", "a drop into Deliveries", FormsTest::drop));
        return all.stream();
    }

    @ParameterizedTest(name = "{0} {2}")
    @MethodSource("forms")
    void canBeUsedInEveryOrdinaryWindow(String path, String seen, String name, Consumer<Browser> opens) {
        browser.resize(1280, 800).open(path).seeText(seen);
        opens.accept(browser);
        browser.js(LEFT);
        List<String> wrong = new ArrayList<>();
        for (int width : WIDTHS) {
            browser.resize(width, 800).until("return document.documentElement.clientWidth <= " + width);
            ((List<?>) browser.js(WRONG)).forEach(w -> wrong.add(width + ": " + w));
        }
        assertThat(wrong).isEmpty();
    }
}
