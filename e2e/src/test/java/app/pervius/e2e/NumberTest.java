package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Numbers on screen: taken before drawing, reserved, built by a scheme, taken over from a list; the register and a document's page. */
class NumberTest {

    @TempDir
    Path files;

    private static By test(String name) {
        return By.cssSelector("[data-test='" + name + "']");
    }

    @Test
    void aDesignerTakesANumberDrawsWithItAndFindsTheDocument() {
        try (Browser yusuf = new Browser(Demo.address())) {
            yusuf.signInAs("Yusuf Karaderin").seeText("Take a number").click(By.linkText("Take a number"));
            yusuf.choose(test("field-discipline"), "M mechanical").choose(test("field-type"), "DS data sheet").seeText("KWR-FNK-M-DS-0001")
                    .seeText("shown, not promised");
            yusuf.type(test("take-title"), "Trash rack cleaner").click(test("take"))
                    .seeText("is yours. Send the drawing with this number in its name.");
            yusuf.open("/desk").seeText("Taken, and nothing has come yet").seeText("Trash rack cleaner");

            yusuf.open("/folders").seeText("What happens here").chooseFiles(List.of(Drawings.pdf(files, "KWR-FNK-M-DS-0001_P01.pdf")))
                    .clickButton("Send").seeText("Received as");
            yusuf.until("return [...document.querySelectorAll('td')].some(td => td.textContent.includes('KWR-FNK-M-DS-0001') && "
                    + "td.textContent.includes('P01'))");
            yusuf.open("/register").seeText("Trash rack cleaner").click(By.linkText("Trash rack cleaner")).seeText("What happened")
                    .seeText("this is its revision P01");
            yusuf.open("/documents/KWR/KWR-FNK-M-DS-0001/P01").seeText("Trash rack cleaner").seeText("on its way");
            yusuf.open("/documents/KWR/KWR-FNK-M-DS-0001/P07").seeText("has no revision P07");
            assertThat(yusuf.consoleErrors()).isEmpty();
        }
    }

    @Test
    void aControllerReservesARangeSeesItInTheStripAndSetsTheNextNumber() {
        try (Browser mirela = new Browser(Demo.address())) {
            mirela.signInAs("Mirela Draganova").open("/numbers").seeText("Counters").click(test("reserve"));
            mirela.choose(test("reserve-firm"), "BRK Brask Controls")
                    .choose(By.cssSelector("form.add [data-test='field-discipline']"), "E electrical")
                    .choose(By.cssSelector("form.add [data-test='field-type']"), "DS data sheet");
            mirela.js("const d = document.querySelector('form.add input[type=date]'); d.value = arguments[0]; d.dispatchEvent(new "
                    + "Event('input', { bubbles: true }))",
                    LocalDate.now().plusDays(60).toString());
            mirela.type(test("reserve-reason"), "Motor control centres").clickButton("Reserve them").seeText("KWR-BRK-E-DS-0001")
                    .seeText("0 of 20 used");
            mirela.clickButton("BRK·E·DS").seeText("20 reserved").clickButton("Set the next number");
            mirela.type(By.cssSelector("form.correct input[type=number]"), Keys.chord(Keys.CONTROL, "a") + "101");
            mirela.type(By.cssSelector("form.correct input:not([type=number])"), "21 to 100 are on paper").clickButton("Set it")
                    .seeText("80 left out");
            mirela.clickButton("What people did").seeText("Set the next number of BRK·E·DS from 21 to 101: 21 to 100 are on paper");
            assertThat(mirela.consoleErrors()).isEmpty();
        }
    }

    @Test
    void aSchemeIsWrittenWithItsSampleDrawnAndRefusedWhileTwoCountersWouldWriteOneNumber() {
        try (Browser mirela = new Browser(Demo.address())) {
            mirela.signInAs("Mirela Draganova").open("/numbers").click(test("new-scheme")).type(test("scheme-name"), "Site queries");
            mirela.type(test("scheme-pattern"), Keys.chord(Keys.CONTROL, "a") + "SQ-{today:YY}-{counter:3}")
                    .seeText("It counts per “Originator”, but that does not stand in every number: two counters would write the same one.");
            mirela.type(test("scheme-pattern"), Keys.chord(Keys.CONTROL, "a") + "SQ-{originator}-{today:YY}-{counter:3}")
                    .seeNoText("two counters would write the same one");
            mirela.see(By.cssSelector("svg[aria-label*='KWB is the Originator']"));
            mirela.click(test("scheme-in-force")).see(By.xpath("//nav[@aria-label='Schemes']/a[normalize-space()='Site queries']"));
            mirela.seeText("No counter has begun.");
        }
    }

    @Test
    void aListThatIsWrongIsShownByRowAndColumnAndTakesNothing() throws Exception {
        try (Browser mirela = new Browser(Demo.address())) {
            mirela.signInAs("Mirela Draganova").open("/numbers/documents").clickButton("Take over a list");
            Path wrong = Files.writeString(files.resolve("wrong.csv"), "Number,Title\nKWR-FNK-N-RP-0001,Otters\nKWR-FNK-N-XX-0002,Eels\n");
            mirela.chooseFiles(test("list"), List.of(wrong)).seeText("Nothing was taken: one thing is wrong with it.")
                    .seeText("“KWR-FNK-N-XX-0002” is not a number of this scheme");
            Path right = Files.writeString(files.resolve("right.csv"), "Number,Title,Own reference\nKWR-FNK-N-RP-0001,Otters,FH/9\n");
            mirela.chooseFiles(test("list"), List.of(right)).click(test("take-list")).seeText("1 numbers, 0 of them taken over before.");
            mirela.leaveFields().press("/").press("FH/9").seeText("Otters").press(Keys.ENTER).seeText("Nothing has come for it yet.");
        }
    }
}
