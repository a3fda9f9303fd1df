package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** What a project agrees on, changed on its page: fields, codes, status codes, revision sequences; and existing files numbered. */
class ProjectTest {

    @TempDir
    Path files;

    @Test
    void codesAreAddedTakenFromAListAndOnesInUseCannotVanish() throws Exception {
        try (Browser mirela = new Browser(Demo.address())) {
            mirela.signInAs("Mirela Draganova").open("/project").click(By.xpath("//section//button[contains(., 'Discipline')]"))
                    .clickButton("Add a code");
            mirela.type(By.cssSelector("td.code input"), "S").type(By.xpath("(//td/input[starts-with(@aria-label, 'Meaning')])[1]"),
                    "structural").clickButton("Save the fields")
                    .seeText("Everything is saved.");
            mirela.click(By.xpath("//section//button[contains(., 'Discipline')]")).clickButton("Take over a list");
            mirela.chooseFiles(By.cssSelector("[data-test=list]"),
                    List.of(Files.writeString(files.resolve("codes.csv"), "Code,Meaning\nG,geotechnics\nTOOLONG,x\n")))
                    .seeText("Nothing was taken: one thing is wrong with it.").seeText("has more than 3 characters");
            mirela.click(By.xpath("//section//button[contains(., 'Discipline')]")).click(By.cssSelector("[aria-label='Remove H']"))
                    .clickButton("Save the fields")
                    .seeText("The code “H” of “Discipline” is used by").seeText("Retire it instead.");
            assertThat(mirela.consoleErrors()).as("the refusal itself is logged by the browser").allMatch(e -> e.contains("409"));
        }
    }

    @Test
    void aRevisionSequenceIsAddedAndShowsHowItRuns() {
        try (Browser mirela = new Browser(Demo.address())) {
            mirela.signInAs("Mirela Draganova").open("/project").clickButton("Revision sequences").seeText("P01, P02, P03 …")
                    .clickButton("Add a sequence").seeText("1, 2, 3 …")
                    .clickButton("Put in force as edition 1").see(By.xpath("//button[normalize-space()='Put in force as edition 2']"));
            mirela.clickButton("Status codes").seeText("None ticked: it goes with every state.");
        }
    }

    @Test
    void filesThatLieInAFolderAlreadyAreNumberedAndFoundByTheirOldNames() {
        try (Browser site = new Browser(Demo.address())) {
            site.signInAs("Marisol Quintavalle").open("/folders").click(
                    By.xpath("//*[@role='treeitem'][contains(normalize-space(.), 'Site notes')]"))
                    .see(By.xpath("//h1[contains(., 'Site notes')]"));
            site.chooseFiles(List.of(Drawings.pdf(files, "Crane inspection.pdf"))).clickButton("Send").seeText("Received as")
                    .seeText("Crane inspection.pdf");
            site.clickButton("Number files").seeText("Scheme “Documents” needs");
            site.choose(By.cssSelector(".numbering [data-test='field-discipline']"), "M mechanical")
                    .choose(By.cssSelector(".numbering [data-test='field-type']"), "IT inspection plan")
                    .seeText("KWR-DNM-M-IT-0001_Crane inspection.pdf").click(By.cssSelector("[data-test='number-files']"))
                    .seeText("Done: 1 file has a number.");
            site.leaveFields().press("/").press("crane").see(By.xpath(
                    "//div[contains(@class, 'hits')]//button[contains(., 'KWR-DNM-M-IT-0001')]"));
            site.press(Keys.ENTER).seeText("Files were called").seeText("Crane inspection.pdf");
        }
    }
}
