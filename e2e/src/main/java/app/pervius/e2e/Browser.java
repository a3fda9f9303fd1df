package app.pervius.e2e;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.TakesScreenshot;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.print.PrintOptions;
import org.openqa.selenium.support.ui.ExpectedConditions;
import org.openqa.selenium.support.ui.WebDriverWait;
import org.openqa.selenium.virtualauthenticator.VirtualAuthenticatorOptions;

/** One headless browser with one person in front of it. */
public final class Browser implements AutoCloseable {

    private static final Duration PATIENCE = Duration.ofSeconds(20);
    private static final Duration BETWEEN_LOOKS = Duration.ofMillis(50);

    private final ChromeDriver driver;
    private final String address;
    private int inputs;

    public Browser(String address) {
        this(address, 1280, 800);
    }

    Browser(String address, int width, int height) {
        driver = Drivers.free();
        this.address = address;
        resize(width, height);
    }

    /** Gives the window this size, in pixels. */
    Browser resize(int width, int height) {
        driver.executeCdpCommand("Emulation.setDeviceMetricsOverride",
                Map.of("width", width, "height", height, "deviceScaleFactor", 1, "mobile", false));
        return this;
    }

    /** How many clicks, fields and keys it took so far; pages opened by their address are not counted. */
    int inputs() {
        return inputs;
    }

    /** Becomes a demo person by one click on the sign-in page. */
    Browser signInAs(String name) {
        open("/sign-in");
        click(By.xpath("//button[normalize-space()='" + name + "']"));
        see(By.xpath("//header//*[contains(normalize-space(), '" + name + "')]"));
        return this;
    }

    public Browser open(String path) {
        driver.get(address + path);
        return this;
    }

    /** Has a script run at the beginning of every page from now on. */
    public Browser inEveryPage(String script) {
        driver.executeCdpCommand("Page.addScriptToEvaluateOnNewDocument", Map.of("source", script));
        return this;
    }

    private WebDriverWait patiently() {
        return new WebDriverWait(driver, PATIENCE, BETWEEN_LOOKS);
    }

    /** Waits until something is shown, and gives it. */
    WebElement see(By what) {
        return patiently().ignoring(StaleElementReferenceException.class).until(ExpectedConditions.visibilityOfElementLocated(what));
    }

    /** Waits until a text is shown anywhere on the page, also where another page comes meanwhile. */
    Browser seeText(String text) {
        patiently().withMessage("no “" + text + "” on " + driver.getCurrentUrl()).until(d -> text().contains(text));
        return this;
    }

    Browser seeNoText(String text) {
        patiently().withMessage("still “" + text + "” on " + driver.getCurrentUrl()).until(d -> !text().contains(text));
        return this;
    }

    /** Signs in and shows the files of every review on the Desk, also of those it has folded because there are many. */
    Browser atTheDesk(String name) {
        signInAs(name).seeText("for your decision");
        By folded = By.xpath("//button[starts-with(normalize-space(), 'Show ')]");
        for (int left = all(folded).size(); left > 0; left = all(folded).size()) {
            click(folded).until("return document.querySelectorAll('article > header > button').length < " + left);
        }
        return this;
    }

    /** Waits until nothing of that kind is on the page any more. */
    Browser seeNone(By what) {
        patiently().withMessage("still there on " + driver.getCurrentUrl() + ": " + what).until(d -> d.findElements(what).isEmpty());
        return this;
    }

    /** One that is drawn anew before it is pressed is looked for again: nothing was pressed then. */
    Browser click(By what) {
        patiently().ignoring(StaleElementReferenceException.class).until(driver -> {
            WebElement element = ExpectedConditions.elementToBeClickable(what).apply(driver);
            if (element == null) {
                return false;
            }
            js("arguments[0].scrollIntoView({block: 'center'})", element);
            element.click();
            return true;
        });
        inputs++;
        return this;
    }

    Browser clickButton(String text) {
        return click(By.xpath("//button[normalize-space()='" + text + "']"));
    }

    /** A field whose page gives way to another one while it is looked at is looked for again: nothing was typed then. */
    public Browser type(By field, String text) {
        patiently().ignoring(StaleElementReferenceException.class).until(driver -> {
            see(field).sendKeys(text);
            return true;
        });
        inputs++;
        return this;
    }

    /** Presses keys as a person does, on whatever has the focus. */
    public Browser press(CharSequence... keys) {
        new Actions(driver).sendKeys(keys).perform();
        inputs++;
        return this;
    }

    /** Presses the mouse at a point of an element, from its middle, moves it so far, and lets go. */
    Browser drag(By what, int fromX, int fromY, int byX, int byY) {
        new Actions(driver).moveToElement(see(what), fromX, fromY).clickAndHold().moveByOffset(byX / 2, byY / 2)
                .moveByOffset(byX - byX / 2, byY - byY / 2).release().perform();
        return this;
    }

    /** Two fingers on the middle of an element that go from so far apart to so far, in pixels. */
    Browser pinch(By what, int from, int to) {
        WebElement element = see(what);
        int x = element.getRect().getX() + element.getRect().getWidth() / 2;
        int y = element.getRect().getY() + element.getRect().getHeight() / 2;
        driver.executeCdpCommand("Emulation.setTouchEmulationEnabled", Map.of("enabled", true, "maxTouchPoints", 2));
        for (int step = 0; step <= 5; step++) {
            int half = (from + (to - from) * step / 5) / 2;
            driver.executeCdpCommand("Input.dispatchTouchEvent", Map.of("type", step == 0 ? "touchStart" : "touchMove", "touchPoints",
                    List.of(Map.of("x", x - half, "y", y, "id", 0), Map.of("x", x + half, "y", y, "id", 1))));
        }
        driver.executeCdpCommand("Input.dispatchTouchEvent", Map.of("type", "touchEnd", "touchPoints", List.of()));
        return this;
    }

    /** Takes the focus from whatever has it, so that the screen's own keys work. */
    Browser leaveFields() {
        js("document.activeElement && document.activeElement.blur()");
        return this;
    }

    /** Chooses an option of a select by its text. */
    Browser choose(By select, String text) {
        // Looked for by its text alone: among hundreds, asking each whether it is shown takes most of a minute.
        patiently().withMessage("no “" + text + "” to choose").ignoring(StaleElementReferenceException.class).until(d -> {
            List<WebElement> options = see(select).findElements(By.xpath(".//option[normalize-space()=\"" + text + "\"]"));
            options.stream().findFirst().ifPresent(WebElement::click);
            return !options.isEmpty();
        });
        inputs++;
        return this;
    }

    /** Hands files to the file field, as choosing them does. */
    Browser chooseFiles(List<Path> files) {
        return chooseFiles(By.cssSelector("input[type=file]"), files);
    }

    /** Chooses files in a field that need not be visible. */
    Browser chooseFiles(By field, List<Path> files) {
        driver.findElement(field).sendKeys(String.join("\n", files.stream().map(Path::toString).toList()));
        inputs++;
        return this;
    }

    /** Gives this browser a device that makes and shows passkeys, unlocked by its owner. */
    Browser withPasskeys() {
        driver.addVirtualAuthenticator(new VirtualAuthenticatorOptions().setProtocol(VirtualAuthenticatorOptions.Protocol.CTAP2)
                .setTransport(VirtualAuthenticatorOptions.Transport.INTERNAL)
                .setHasResidentKey(true).setHasUserVerification(true).setIsUserVerified(true));
        return this;
    }

    /** Forgets who is signed in, as an expired session does. */
    Browser loseSession() {
        driver.manage().deleteCookieNamed("pervius");
        return this;
    }

    List<WebElement> all(By what) {
        return driver.findElements(what);
    }

    /** What is shown on the page; asked of the browser itself, which is many times quicker than piece by piece. */
    String text() {
        return String.valueOf(js("return document.body ? document.body.innerText.replace(/[\\t\\u00a0 ]+/g, ' ') : ''"));
    }

    String url() {
        return driver.getCurrentUrl();
    }

    public Object js(String script, Object... arguments) {
        return ((JavascriptExecutor) driver).executeScript(script, arguments);
    }

    public Object jsLater(String script, Object... arguments) {
        driver.manage().timeouts().scriptTimeout(Duration.ofSeconds(30));
        return ((JavascriptExecutor) driver).executeAsyncScript(script, arguments);
    }

    /** Waits until a script gives true. */
    public Browser until(String script) {
        patiently().until(d -> Boolean.TRUE.equals(js(script)));
        return this;
    }

    /** What the page has written as errors on its console. */
    List<String> consoleErrors() {
        return driver.manage().logs().get("browser").getAll().stream()
                .filter(e -> e.getLevel().intValue() >= java.util.logging.Level.SEVERE.intValue())
                .map(Object::toString).toList();
    }

    void picture(Path file) {
        try {
            Files.createDirectories(file.toAbsolutePath().getParent());
            Files.write(file, Base64.getDecoder().decode(((TakesScreenshot) driver).getScreenshotAs(OutputType.BASE64)));
        } catch (IOException e) {
            throw new java.io.UncheckedIOException("the picture " + file + " could not be written", e);
        }
    }

    /** What the printer would get of the page as it is now, as a PDF. */
    byte[] printed() {
        return Base64.getDecoder().decode(driver.print(new PrintOptions()).getContent());
    }

    /** Has what the page does not use any more given back. */
    public void collectGarbage() {
        driver.executeCdpCommand("HeapProfiler.collectGarbage", Map.of());
    }

    public Browser enter() {
        return press(Keys.ENTER);
    }

    @Override
    public void close() {
        Drivers.leave(driver, address);
    }
}
