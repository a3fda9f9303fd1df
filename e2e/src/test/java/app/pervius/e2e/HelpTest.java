package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** A word of help stands at every field of the rule sheet, numbers, routes and project. */
@Execution(ExecutionMode.CONCURRENT)
@ResourceLock("browsers of HelpTest")
class HelpTest {

    /** Goes into one field after the other; gives those at which no mark of help appears. */
    private static final String WITHOUT = """
            const done = arguments[arguments.length - 1]
            const main = document.querySelector('main')
            main.querySelectorAll('details').forEach((d) => { d.open = true })
            const fields = [...main.querySelectorAll('input:not([type=hidden]):not([type=file]), select, textarea')]
              .filter((e) => e.checkVisibility() && e.getBoundingClientRect().width)
            const bad = []
            const next = async () => {
              for (const e of fields) {
                e.focus()
                e.dispatchEvent(new FocusEvent('focusin', { bubbles: true }))
                await new Promise((r) => setTimeout(r))
                if (!document.querySelector('.help-mark'))
                  bad.push(e.getAttribute('aria-label') ?? e.closest('label')?.innerText?.slice(0, 60) ?? e.outerHTML.slice(0, 90))
              }
              done([fields.length, ...new Set(bad)])
            }
            next()""";

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

    private static By test(String name) {
        return By.cssSelector("[data-test=" + name + "]");
    }

    private static Arguments at(String path, String seen, String what, Consumer<Browser> opens) {
        return Arguments.of(path, seen, what, opens);
    }

    private static Arguments station(String name) {
        return at("/rules", "Anything else", "station " + name, b -> b.clickButton("Add a rule").click(test("open-" + name))
                .choose(test("says-" + name), "said here"));
    }

    private static Arguments button(String path, String seen, String word) {
        return at(path, seen, word, b -> b.clickButton(word));
    }

    private static Arguments part(String word) {
        return at("/project", "Fields and codes", word, b -> b.click(By.xpath("//nav[@aria-label='Settings']//button[normalize-space()='"
                + word + "']")));
    }

    static Stream<Arguments> forms() {
        return Stream.of(
                at("/rules", "Anything else", "a new rule", b -> b.clickButton("Add a rule").click(test("add-condition"))),
                station("identify"), station("number"), station("review"), station("issue"), station("tell"),
                at("/rules", "Anything else", "filed at once", b -> b.clickButton("Add a rule")
                        .click(By.xpath("//form//label[contains(., 'Site notes')]//input"))
                                .type(test("sample-name"), "daily_04_17_2031_.pdf")
                        .click(test("become-file")).clickButton("into a folder below it, by fields").clickButton("Set a field")
                        .clickButton("Copy elsewhere too")),
                at("/rules", "Anything else", "a placed decision", b -> b.clickButton("Add a rule").click(test("open-issue"))
                        .choose(test("says-issue"), "said here").choose(test("target-1"), "Shared / Civil")),
                at("/rules", "Anything else", "the parts of an example", b -> b.clickButton("Add a rule")
                        .type(test("sample-name"), "daily_04_17_2031_.pdf").click(test("open-identify")).click(test("read-example"))),
                at("/rules", "Anything else", "a watching rule", b -> b.clickButton("Add a watching rule").click(test("add-copy"))),
                at("/rules", "Anything else", "what no rule takes", b -> b.click(test("anything-else"))
                        .choose(test("untaken-folder"), "Archive")),
                button("/rules", "Anything else", "Try the draft"), button("/rules", "Anything else", "Editions"),
                at("/numbers", "Counters", "a scheme", b -> b.click(test("edit-scheme"))),
                at("/numbers", "Counters", "a new scheme", b -> b.click(test("new-scheme"))),
                at("/numbers?take", "Counters", "taking a number", b -> { }),
                at("/routes", "Check by both leads", "a new route", b -> b.click(test("new-route"))),
                at("/routes", "Check by both leads", "a route", b -> b.click(test("edit-interfaces"))),
                part("Fields and codes"), part("Status codes"), part("Revision sequences"), part("Decision codes"), part("Working days"),
                part("Sign-in"));
    }

    @ParameterizedTest(name = "{2} on {0}")
    @MethodSource("forms")
    void everyFieldHasAWordOfHelp(String path, String seen, String what, Consumer<Browser> opens) {
        browser.open("/desk").js("localStorage.clear()");
        browser.open(path).seeText(seen);
        opens.accept(browser);
        List<?> found = (List<?>) browser.jsLater(WITHOUT);
        assertThat((Number) found.getFirst()).as("fields there are").matches(n -> n.intValue() > 0);
        assertThat(found.subList(1, found.size())).as("fields without help").isEmpty();
    }

    @Test
    void aFieldWithoutAWordOfHelpIsFound() {
        browser.open("/desk").js("localStorage.clear()");
        browser.open("/rules").seeText("Anything else").clickButton("Add a rule").see(test("rule-name"));
        browser.js("document.querySelector('[data-test=rule-name]').setAttribute('aria-label', 'A field nobody has described')");
        assertThat((List<?>) browser.jsLater(WITHOUT)).hasSize(2).last().isEqualTo("A field nobody has described");
    }

    @Test
    void itIsOpenedByKeyAndByClickAndTheKeysLeadToAPageOfThePlace() {
        browser.open("/desk").js("localStorage.clear()");
        browser.open("/rules").seeText("Anything else").clickButton("Add a rule").click(test("rule-name"));
        browser.press(Keys.F1).seeText("What people call the rule").press(Keys.ESCAPE).seeNoText("What people call the rule");
        browser.see(By.cssSelector("form.editor"));
        browser.click(test("sample-name")).click(By.cssSelector(".help-mark")).seeText("is not sent").seeText("Here, such as");
        browser.open("/rules").seeText("Anything else").leaveFields().press("?").click(By.partialLinkText("About Rule sheet"))
                .seeText("A watching rule takes nothing and goes beside").seeText("Names are read as");
        assertThat(browser.consoleErrors()).isEmpty();
    }
}
