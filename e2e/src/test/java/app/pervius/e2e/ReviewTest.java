package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Routes made in the browser, files sent by hand, several people's answers, comments drawn together, and nothing typed ever lost. */
class ReviewTest {

    @TempDir
    Path files;

    /** An open choice of a step's people. */
    private static By stepChoice(String word) {
        return By.xpath("//li[@role='option'][normalize-space()='" + word + "']");
    }

    private static final String FILE = "KWR-FNK-H-DR-0003_P01_A1.pdf";
    private static final String ARTICLE = "//article[contains(., 'Fish pass longitudinal section')]";

    private static void decide(Browser reviewer, int code, String comment) {
        reviewer.click(By.xpath(ARTICLE + "//button[normalize-space()='" + code + "']"));
        if (!comment.isEmpty()) {
            reviewer.type(By.xpath(ARTICLE + "//textarea"), comment)
                    .type(By.xpath(ARTICLE + "//textarea"), Keys.chord(Keys.CONTROL, Keys.ENTER));
        }
        reviewer.see(By.xpath(ARTICLE + "//button[@aria-pressed='true'][normalize-space()='" + code + "']"));
    }

    private static void close(Browser reviewer) {
        reviewer.click(By.xpath(ARTICLE + "//button[normalize-space()='Close the step']")).seeNone(By.xpath(ARTICLE))
                .seeText("What follows");
    }

    @Test
    void aRouteMadeOnScreenTakesFilesSentByHandThroughTwoPeopleToTheReleasedComments() {
        try (Browser controller = new Browser(Demo.address()); Browser henrike = new Browser(Demo.address()); Browser kwabena =
                new Browser(Demo.address()); Browser author = new Browser(Demo.address())) {
            controller.signInAs("Mirela Draganova");
            makeARoute(controller);
            controller.open("/folders").click(By.xpath("//*[@role='treeitem'][starts-with(normalize-space(.), 'Hydraulics')]"))
                    .seeText(FILE).click(By.cssSelector("[data-test=send-by-hand]"));
            controller.choose(By.cssSelector("[data-test=send-route]"), "Two heads").seeText("Look together");
            controller.click(By.cssSelector("input[aria-label='Send " + FILE + "']"));
            controller.type(By.cssSelector("form[aria-label='Send files on a route'] textarea"), "Mind the flow in the lower pool.");
            controller.click(By.cssSelector("[data-test=send-files]")).seeText("Fish pass longitudinal section");

            henrike.atTheDesk("Henrike Solvangen").see(By.xpath(ARTICLE + "[contains(., 'Mind the flow in the lower pool.')]"));
            decide(henrike, 1, "");
            kwabena.atTheDesk("Kwabena Adofori").see(By.xpath(ARTICLE + "[contains(., '2 answers needed')]"));
            kwabena.click(By.xpath(ARTICLE + "//a[normalize-space()='Fish pass longitudinal section']"));
            say(kwabena, "The pool is short.");
            say(kwabena, "By two metres.");
            kwabena.atTheDesk("Kwabena Adofori");
            decide(kwabena, 2, "clumsy words about the pool");
            kwabena.see(By.xpath(ARTICLE + "[contains(., 'comes to 2')]"));
            close(kwabena);
            henrike.seeNone(By.xpath(ARTICLE));
            try (Browser tomasz = new Browser(Demo.address())) {
                tomasz.atTheDesk("Tomasz Łęgowicz").see(By.xpath(ARTICLE + "[contains(., 'clumsy words about the pool')]"));
                decide(tomasz, 2, "As reviewed.");
                close(tomasz);
            }
            author.signInAs("Yusuf Karaderin").open("/passages").click(By.xpath("//a[normalize-space()='Fish pass longitudinal section']"))
                    .seeText("Release of the comments").seeNoText("clumsy words");
            kwabena.open("/desk");
            kwabena.atTheDesk("Kwabena Adofori").see(By.xpath(ARTICLE + "[contains(., 'Release of the comments')]"));
            kwabena.click(By.xpath(ARTICLE + "//li[contains(., 'clumsy')]//button[normalize-space()='Reword']"));
            kwabena.see(By.xpath(ARTICLE + "//textarea")).clear();
            kwabena.type(By.xpath(ARTICLE + "//textarea"), "Show the velocities in the lower pool.")
                    .click(By.xpath(ARTICLE + "//button[normalize-space()='The author reads this']"));
            kwabena.see(By.xpath(ARTICLE
                    + "//li[contains(., 'Show the velocities')]//button[@aria-pressed='true'][normalize-space()='Reword']"));
            joined(kwabena);
            kwabena.click(By.xpath(ARTICLE + "//button[contains(., 'Release to the author')]")).seeNone(By.xpath(ARTICLE))
                    .seeText("Published / For construction");
            author.seeText("Show the velocities in the lower pool.").seeNoText("clumsy words");
            author.click(By.xpath("//a[contains(., '1 comment on the sheet')]")).click(By.cssSelector(".card .head"))
                    .seeText("Two metres are missing in the pool.").seeNoText("By two metres.");
            assertThat(kwabena.consoleErrors()).isEmpty();
            assertThat(controller.consoleErrors()).isEmpty();
        }
    }

    /** In general, from the keyboard. */
    private static void say(Browser reader, String words) {
        reader.see(By.cssSelector("canvas[data-drawn]"));
        reader.leaveFields().press("w").type(By.cssSelector(".draft textarea"), words + Keys.chord(Keys.CONTROL, Keys.ENTER))
                .see(By.xpath("//li[contains(@class, 'card')][contains(., '" + words + "')]"));
    }

    /** Two that say the same are read as one. */
    private static void joined(Browser lead) {
        lead.click(By.xpath(ARTICLE + "//li[contains(., '2 comments on the sheet')]//a"));
        lead.click(By.xpath("//li[contains(@class, 'card')][contains(., 'By two metres.')]/button")).clickButton("Join …");
        lead.choose(By.cssSelector(".join select"), "Kwabena Adofori: The pool is short.");
        lead.until("return document.querySelector('.join textarea').value === 'The pool is short.\\nBy two metres.'");
        lead.see(By.cssSelector(".join textarea")).clear();
        lead.type(By.cssSelector(".join textarea"), "Two metres are missing in the pool.").clickButton("Join them")
                .seeText("Joined with what Kwabena Adofori said");
        lead.atTheDesk("Kwabena Adofori");
    }

    @Test
    void whatIsTypedOutlivesAnExpiredSessionAndALinkFromAMessageOpensExactlyThatDecision() {
        try (Browser reviewer = new Browser(Demo.address())) {
            reviewer.signInAs("Henrike Solvangen").click(By.xpath("//article//a[normalize-space()='Baffle block details']"))
                    .see(By.cssSelector("canvas[role=img]"));
            String link = reviewer.url().replaceFirst("https?://[^/]+", "");
            reviewer.loseSession().open(link).seeText("Be somebody on Kestrel Weir");
            reviewer.click(By.xpath("//button[normalize-space()='Henrike Solvangen']"))
                    .see(By.xpath("//header//strong[normalize-space()='Baffle block details']"));
            reviewer.seeText("3 files of 3 without a decision");
            reviewer.see(By.cssSelector("canvas[role=img]"));
            reviewer.leaveFields().press("3").seeText("What is to be done").press("Dowels are missing on row 2.");
            reviewer.loseSession().type(By.cssSelector("textarea"), Keys.chord(Keys.CONTROL, Keys.ENTER)).seeText("Sign in again to go on")
                    .clickButton("Somebody else signs in").seeText("Be somebody on Kestrel Weir");
            reviewer.click(By.xpath("//button[normalize-space()='Henrike Solvangen']"))
                    .see(By.xpath("//header//strong[normalize-space()='Baffle block details']"));
            reviewer.until("return document.querySelector('textarea')?.value === 'Dowels are missing on row 2.'");
            reviewer.click(By.xpath("//button[normalize-space()='Give 3']")).seeText("2 files of 3 without a decision");
            reviewer.leaveFields().press("u").seeText("3 files of 3 without a decision");
        }
    }

    @Test
    void whatAnotherDidMeanwhileIsShownAndTheWordsStay() {
        try (Browser author = new Browser(Demo.address()); Browser henrike = new Browser(Demo.address()); Browser kwabena =
                new Browser(Demo.address())) {
            author.signInAs("Giorgi Tskalishvili").open("/folders").seeText("Controls design")
                    .click(By.xpath("//*[@role='treeitem'][normalize-space(.)='Drawingswip']"));
            author.chooseFiles(List.of(Drawings.pdf(files, "Warning lights.pdf"))).clickButton("Send").seeText("Received as");
            String article = "//article[contains(., 'Warning lights')]";
            henrike.atTheDesk("Henrike Solvangen").click(By.xpath(article + "//button[normalize-space()='3']"))
                    .type(By.xpath(article + "//textarea"), "Two lamps are missing.");
            kwabena.atTheDesk("Kwabena Adofori").click(By.xpath(article + "//button[normalize-space()='1']"));
            kwabena.click(By.xpath(article + "//button[normalize-space()='Close the step']")).seeNone(By.xpath(article));
            henrike.seeText("It went on while you were writing.").seeText("is at “Approval” now, with Tomasz Łęgowicz.")
                    .seeText("Two lamps are missing.");
            henrike.clickButton("I do not need it any more").seeNoText("Two lamps are missing.");
        }
    }

    @Test
    void sixtyFilesAreDecidedAlikeAtOneGoFromTheKeyboard() {
        try (Browser reviewer = new Browser(Demo.address()); Browser author = new Browser(Demo.address())) {
            author.signInAs("Linnéa Åkerström-Vass").open("/folders")
                    .click(By.xpath("//*[@role='treeitem'][starts-with(normalize-space(.), 'Calculations')]")).seeText("What happens here");
            author.chooseFiles(IntStream.rangeClosed(1, 60).mapToObj(i -> Drawings.file(files, "Surge case " + i + ".pdf", "case " + i))
                    .toList()).clickButton("Send").seeText("60 files of 60");
            reviewer.signInAs("Henrike Solvangen").seeText("60 files, 60 without a decision");
            for (int i = 0; i < 12 && reviewer.all(By.xpath("//article[contains(@class,'here')][contains(., 'Surge case 60')]"))
                    .isEmpty(); i++) {
                reviewer.leaveFields().press(Keys.PAGE_DOWN)
                        .until("return !!document.querySelector('article.here table, article.here .comments')");
            }
            reviewer.see(By.xpath("//article[contains(@class,'here')][contains(., 'Surge case 60')]"));
            reviewer.leaveFields().press("a").seeText("60 files picked").press("1").seeText("Every file has a decision");
            reviewer.press("c").seeText("What you marked was not on the screen, so the key did nothing.").press("c");
            reviewer.seeNone(By.xpath("//article[contains(., 'Surge case 60')]"));
            author.open("/passages").seeText("Approver (Tomasz Łęgowicz)");
        }
    }

    /** Two people who both have to answer, then an approval; a lead releases. */
    private static void makeARoute(Browser controller) {
        controller.open("/routes").click(By.cssSelector("[data-test=new-route]"));
        controller.type(By.cssSelector("[data-test=route-name]"), "Two heads");
        controller.see(By.cssSelector("[data-test=step-name]")).clear();
        controller.type(By.cssSelector("[data-test=step-name]"), "Look together").seeText("It names nobody.");
        controller.click(By.cssSelector("[data-test=step-who]")).click(stepChoice("Henrike Solvangen")).click(stepChoice("Kwabena Adofori"))
                .press(Keys.ESCAPE);
        controller.choose(By.xpath("//label[contains(., 'Answers needed')]//select"), "all of them");
        controller.click(By.xpath("//button[@role='tab'][contains(., 'Approval')]")).click(By.cssSelector("[data-test=step-who]"))
                .click(stepChoice("Tomasz Łęgowicz")).press(Keys.ESCAPE);
        controller.choose(By.xpath("//div[span[@id='lead']]//select"), "Kwabena Adofori");
        controller.seeNoText("It names nobody.").click(By.cssSelector("[data-test=put-route]"));
        controller.see(By.xpath("//section[@aria-label='Route Two heads']"));
    }
}
