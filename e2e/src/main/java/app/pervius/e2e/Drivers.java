package app.pervius.e2e;

import java.nio.file.Path;
import java.util.Map;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import org.openqa.selenium.WebDriverException;
import org.openqa.selenium.WindowType;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.logging.LogType;

/**
 * The browsers that were begun and that nobody sits at now. To begin one takes longer than many a test: who leaves one leaves it
 * empty, with a new page and nothing kept by the last one's address, for the next person. All of them end with the program.
 */
final class Drivers {

    private static final Queue<ChromeDriver> FREE = new ConcurrentLinkedQueue<>();

    static {
        Runtime.getRuntime().addShutdownHook(new Thread(() -> FREE.forEach(ChromeDriver::quit)));
    }

    private Drivers() {
    }

    static ChromeDriver free() {
        ChromeDriver left = FREE.poll();
        return left == null ? begin() : left;
    }

    private static ChromeDriver begin() {
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments("--headless=new", "--no-sandbox", "--disable-gpu", "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync", "--no-first-run", "--disable-dev-shm-usage", "--lang=en-GB", "--force-color-profile=srgb");
        ChromeDriverService service = new ChromeDriverService.Builder().usingDriverExecutable(Path.of("/usr/bin/chromedriver").toFile())
                .build();
        return new ChromeDriver(service, options);
    }

    /** Leaves a browser for the next person; one that cannot be emptied is ended. */
    static void leave(ChromeDriver driver, String address) {
        try {
            driver.switchTo().newWindow(WindowType.TAB);
            String fresh = driver.getWindowHandle();
            for (String page : driver.getWindowHandles()) {
                if (!page.equals(fresh)) {
                    driver.switchTo().window(page).close();
                }
            }
            driver.switchTo().window(fresh);
            driver.executeCdpCommand("Network.clearBrowserCookies", Map.of());
            driver.executeCdpCommand("Network.clearBrowserCache", Map.of());
            driver.executeCdpCommand("Storage.clearDataForOrigin", Map.of("origin", address, "storageTypes", "all"));
            driver.manage().logs().get(LogType.BROWSER);
            FREE.add(driver);
        } catch (WebDriverException e) {
            driver.quit();
        }
    }
}
