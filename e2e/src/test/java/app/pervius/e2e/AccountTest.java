package app.pervius.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.WebElement;

/** Somebody is invited, gets in with a password, a passkey, a recovery code or a link, and loses nothing when a session ends. */
class AccountTest {

    private static final String PASSWORD = "slate otter meridian";
    /** The same demo may be tried twice. */
    private static final String RUN = "-" + Long.toString(System.currentTimeMillis(), 36);
    private static final By EMAIL = By.cssSelector("input[autocomplete=username]:not([type=hidden])");
    private static final By CURRENT = By.cssSelector("input[autocomplete=current-password]");
    private static final By NEW = By.cssSelector("input[autocomplete=new-password]");

    /** The demo by the name passkeys are bound to. */
    private static String named() {
        return Demo.address().replace("127.0.0.1", "localhost");
    }

    private static String email(String name) {
        return name.toLowerCase(Locale.ROOT).replace(' ', '.') + RUN + "@fnk.example";
    }

    private static Browser joined(String name) {
        invite(name);
        Browser browser = new Browser(named()).withPasskeys();
        browser.open("/invitation/" + link(email(name), "invitation")).seeText("You are invited to").seeText(name);
        browser.type(NEW, "kestrel weir renewal").seeText("is made of your own name, address or project");
        browser.see(NEW).clear();
        browser.type(NEW, PASSWORD).seeText("This password is").clickButton("Set the password and go on").seeText("Yours on the way");
        return browser;
    }

    private static void invite(String name) {
        try (Browser mirela = new Browser(Demo.address())) {
            mirela.signInAs("Mirela Draganova").open("/people").clickButton("Invite a person");
            mirela.type(By.cssSelector("form.add input[maxlength='200']"), name)
                    .type(By.cssSelector("form.add input[type=email]"), email(name));
            mirela.choose(By.cssSelector("form.add select"), "FNK Fennick Hydraulics").clickButton("Invite by mail")
                    .seeText(name + " is invited by mail.");
        }
    }

    /** The secret of the newest link of a kind that was mailed to an address. */
    private static String link(String email, String kind) {
        Caller mirela = Caller.of("Mirela Draganova");
        Pattern link = Pattern.compile("/" + kind + "/([\\w-]+)");
        return Caller.eventually(() -> mirela.items("/api/mail-room").stream().filter(mail -> mail.get("recipient").equals(email))
                .map(mail -> link.matcher(String.valueOf(mail.get("text")))).filter(Matcher::find).map(found -> found.group(1))
                .findFirst());
    }

    private static void signOut(Browser browser) {
        browser.clickButton("Sign out").seeText("real project");
    }

    private static void giveThePassword(Browser browser, String email) {
        browser.type(EMAIL, email).type(CURRENT, PASSWORD).clickButton("Sign in");
    }

    @Test
    void aPasskeyLetsInByItselfAndIsWithdrawn() {
        String name = "Torvald Eikeland";
        try (Browser browser = joined(name)) {
            browser.open("/account").type(By.cssSelector("input[placeholder='this laptop']"), "site laptop").clickButton("Add a passkey")
                    .seeText("site laptop");
            signOut(browser);
            browser.clickButton("Use a passkey").seeText("Yours on the way").seeText(name);
            signOut(browser);
            // With the password the passkey is the second step.
            giveThePassword(browser, email(name));
            browser.seeText("One more step.").clickButton("Use a passkey").seeText("Yours on the way");
            browser.open("/account").clickButton("Withdraw").seeNoText("site laptop");
            signOut(browser);
            browser.clickButton("Use a passkey").seeText("This passkey does not open an account here.");
            giveThePassword(browser, email(name));
            browser.seeText("Yours on the way");
        }
    }

    @Test
    void oneTimeCodesAreAskedForAndARecoveryCodeLetsInOnce() throws Exception {
        String name = "Solveig Marchetti";
        try (Browser browser = joined(name)) {
            browser.open("/account").clickButton("Set up one-time codes");
            String secret = browser.see(By.cssSelector(".secret")).getText().replace(" ", "");
            browser.type(By.cssSelector("form.enrol input"), "000000").clickButton("Ask for codes from now on")
                    .seeText("This code does not come from that secret.");
            WebElement code = browser.see(By.cssSelector("form.enrol input"));
            code.clear();
            code.sendKeys(OneTimeCode.of(secret));
            browser.clickButton("Ask for codes from now on").seeText("Keep these recovery codes");
            String recovery = browser.see(By.cssSelector(".codes li")).getText();
            browser.clickButton("I have kept them").seeText("10 recovery codes are left");
            signOut(browser);
            giveThePassword(browser, email(name));
            browser.seeText("One more step.").type(By.cssSelector("input[autocomplete=one-time-code]"), recovery).clickButton("Go on")
                    .seeText("Yours on the way");
            browser.open("/account").seeText("9 recovery codes are left");
            signOut(browser);
            giveThePassword(browser, email(name));
            browser.seeText("One more step.").type(By.cssSelector("input[autocomplete=one-time-code]"), recovery).clickButton("Go on")
                    .seeText("This code is not right, or was used already.");
        }
    }

    @Test
    void aForgottenPasswordIsSetAnewByALinkThatIsGoodOnce() {
        String name = "Imre Castellanos";
        try (Browser browser = joined(name)) {
            signOut(browser);
            browser.click(By.linkText("Forgotten the password?")).seeText("A new password")
                    .type(By.cssSelector("input[type=email]"), "nobody@nowhere.example").clickButton("Send me a link")
                    .seeText("If there is an account with the address");
            browser.open("/forgotten").type(By.cssSelector("input[type=email]"), email(name)).clickButton("Send me a link")
                    .seeText("If there is an account with the address");
            String secret = link(email(name), "new-password");
            browser.open("/new-password/" + secret).seeText(name).type(NEW, "password1234").seeText("one of those tried first");
            browser.see(NEW).clear();
            browser.type(NEW, "birch anvil tundra").seeText("This password is").clickButton("Set the password")
                    .seeText("The password is set");
            browser.open("/new-password/" + secret).seeText("This link is no longer good");
            browser.open("/sign-in").type(EMAIL, email(name)).type(CURRENT, "birch anvil tundra").clickButton("Sign in")
                    .seeText("Yours on the way");
        }
    }

    @Test
    void whoseSessionEndsSignsInOverThePageAndWhatWasTypedIsThere() {
        String name = "Anneliese Okonkwo";
        try (Browser browser = joined(name)) {
            browser.open("/people?part=away").seeText("Away then")
                    .type(By.cssSelector("main form input[maxlength='400']"), "survey on the dam");
            browser.choose(By.cssSelector("[aria-label='Who stands in']"), "Yusuf Karaderin, FNK");
            browser.loseSession();
            browser.clickButton("Away then");
            browser.see(By.cssSelector("dialog[open]"));
            browser.seeText("Sign in again to go on").type(By.cssSelector("dialog " + "input[autocomplete=current-password]"), PASSWORD)
                    .click(By.xpath("//dialog//button[normalize-space()='Sign in']"));
            browser.seeNoText("Sign in again to go on");
            assertThat(browser.see(By.cssSelector("main form input[maxlength='400']")).getAttribute("value"))
                    .isEqualTo("survey on the dam");
        }
    }

    @Test
    void aSessionNobodyUsesIsWarnedOfAndGoesOnWhenItIsUsed() {
        try (Browser browser = new Browser(Demo.address())) {
            browser.signInAs("Marisol Quintavalle").seeText("Yours on the way");
            browser.js("localStorage.setItem('last-use', String(Date.now() - 59 * 60_000))");
            browser.seeText("Nobody has used Pervius here for long").clickButton("Go on working")
                    .seeNoText("Nobody has used Pervius here for long");
        }
    }

    @Test
    void whatWasBeingTypedGoesWithSigningOutAndOnlyOnesOwn() {
        try (Browser browser = new Browser(Demo.address())) {
            browser.signInAs("Marisol Quintavalle").seeText("Yours on the way");
            browser.until("return fetch('/api/session').then(r => r.json()).then(s => { window.account = s.actor.account }) && "
                    + "Boolean(window.account)");
            browser.js("for (const of of [window.account, window.account + '7']) for (const kind of ['draft', 'sending', 'writing']) "
                    + "localStorage.setItem(kind + '/' + of + '/1', '{}')");
            Object account = browser.js("return window.account");
            browser.clickButton("Sign out").seeText("real project");
            assertThat((Boolean) browser.js("return Object.keys(localStorage).some((k) => k.includes('/" + account + "/'))")).isFalse();
            assertThat((Long) browser.js("return Object.keys(localStorage).filter((k) => k.includes('/" + account + "7/')).length"))
                    .isEqualTo(3);
        }
    }

    @Test
    void aProviderLetsInWhomItKnowsAndSignsOutToo() {
        try (Browser browser = new Browser(Demo.address())) {
            browser.open("/sign-in").click(By.linkText("Sign in with Kestrel ID"))
                    .seeText("A stand-in for the provider your firm signs in with");
            browser.clickButton("Marisol Quintavalle").seeText("Yours on the way")
                    .see(By.xpath("//header//*[contains(., 'Marisol Quintavalle')]"));
            browser.clickButton("Sign out").seeNoText("Yours on the way");
            browser.open("/desk").seeText("Sign in with Kestrel ID");
        }
    }

    @Test
    void aSessionElsewhereIsSeenAndEnded() {
        String name = "Ragnhild Osei-Bonsu";
        try (Browser here = joined(name); Browser there = new Browser(named())) {
            there.open("/sign-in");
            giveThePassword(there, email(name));
            there.seeText("Yours on the way");
            here.open("/account").seeText("(this one)").clickButton("End it").seeNone(By.xpath("//button[normalize-space()='End it']"));
            there.open("/desk").seeText("Forgotten the password?");
        }
    }
}
