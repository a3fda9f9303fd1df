package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** What changed since the revision before is seen by one key, and gone through by keys. */
class WhatChangedTest {

    private static final By FOUND = By.cssSelector("[data-test=differences]");

    @TempDir
    Path files;

    /** The passages on which a document came, the newest first. */
    private static List<?> passages(Browser reader, String number) {
        return (List<?>) reader.jsLater("const done = arguments[arguments.length - 1]; fetch('/api/documents/by-number?project=KWR&number='"
                + " + arguments[0]).then(r => r.json()).then(d => done(d.revisions.map(r => r.passage.id)))", number);
    }

    @Test
    void whatChangedSinceTheRevisionBeforeIsOutlinedCountedAndLookedAtInThreeWays() {
        try (Browser reader = new Browser(Demo.address())) {
            reader.atTheDesk("Kwabena Adofori");
            List<?> revisions = passages(reader, "KWR-FNK-H-DR-0001");
            assertThat(revisions).hasSizeGreaterThan(1);
            reader.open("/read/" + revisions.getFirst()).see(By.cssSelector("canvas[data-drawn]"));
            reader.leaveFields().press("v");
            String found = reader.see(FOUND).getText();
            assertThat(found).matches("\\d+ differences? on this page");
            int many = Integer.parseInt(found.replaceFirst(" .*", ""));
            assertThat(reader.all(By.cssSelector("rect.region"))).hasSize(many);
            reader.leaveFields().press("n").seeText("1 of " + many).see(By.cssSelector("rect.region.at"));
            reader.press("m").see(By.cssSelector("input[type=range]"));
            reader.press("m").until("return document.querySelectorAll('.stages.side canvas').length === 2");
            reader.press("m").see(By.cssSelector("canvas[aria-label='Both pages over each other']"));
            reader.press("r").until("return !document.querySelector('.doing')").see(FOUND);
            reader.click(By.cssSelector("button[aria-label='The earlier one to the right']"))
                    .until("return !document.querySelector('.doing')").seeText("1, 0");
            assertThat(Integer.parseInt(reader.see(FOUND).getText().replaceFirst("^\\d+ of ", "").replaceFirst(" .*", "")))
                    .as("out of register everything differs").isGreaterThan(many);
            // By itself, too, the earlier page lies where it was moved.
            reader.leaveFields().press("m").until("return /translate\\(0\\.0\\d+%/.test("
                    + "document.querySelector('.sheet canvas').style.transform)");
            reader.leaveFields().press(Keys.ESCAPE).see(By.cssSelector("canvas[data-drawn]"));
            assertThat(reader.consoleErrors()).isEmpty();
        }
    }

    @Test
    void pagesPutInStandAloneAndTwoThatCannotBeComparedAreSaidToBe() {
        try (Browser originator = new Browser(Demo.address()); Browser reader = new Browser(Demo.address())) {
            originator.signInAs("Bảo Trần Vĩnh").open("/folders").seeText("Civil design");
            originator.click(By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"));
            originator.chooseFiles(List.of(Drawings.pages(files, "Short schedule.pdf", 2, ""),
                    Drawings.pages(files, "Longer schedule.pdf", 4, ""))).clickButton("Send").seeText("Received as");
            reader.atTheDesk("Kwabena Adofori").see(By.xpath("//article//a[normalize-space()='Longer schedule']"));
            String longer = id(reader, "Longer schedule");
            String shorter = id(reader, "Short schedule");
            reader.open("/compare/" + shorter + "/" + longer).see(By.cssSelector("nav[aria-label=Pages]"));
            reader.until("return [...document.querySelectorAll('nav[aria-label=Pages] .act')].filter(b => b.textContent.includes('new'))"
                    + ".length === 2");
            reader.clickButton("The other way round").until("return [...document.querySelectorAll('nav[aria-label=Pages] .act')]"
                    + ".filter(b => b.textContent.includes('taken out')).length === 2");
            reader.open("/compare/" + longer).seeText("This is the first time this document comes");
            // Any other is chosen instead, by keys alone.
            reader.until("return document.activeElement.placeholder?.includes('title')").press("Short schedule")
                    .see(By.xpath("//ul[@aria-label='Revisions found']//button[contains(., 'Short schedule')]"));
            reader.press(Keys.ENTER).until("return location.pathname === '/compare/" + shorter + "/" + longer + "'")
                    .see(By.cssSelector("nav[aria-label=Pages]"));
            reader.clickButton("With another one …").press("no such thing anywhere").seeText("No other revision of this project has that.");
        }
    }

    private static String id(Browser reader, String title) {
        return reader.see(By.xpath("//article//a[normalize-space()='" + title + "']")).getAttribute("href").replaceFirst(".*/", "");
    }
}
