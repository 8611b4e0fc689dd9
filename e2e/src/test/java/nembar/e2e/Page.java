package nembar.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.locks.LockSupport;
import nembar.server.testing.Cluster;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.openqa.selenium.By;
import org.openqa.selenium.ElementNotInteractableException;
import org.openqa.selenium.Keys;
import org.openqa.selenium.NoSuchElementException;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.Rectangle;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebDriverException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.WindowType;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.print.PrintOptions;
import org.openqa.selenium.support.ui.ExpectedConditions;
import org.openqa.selenium.support.ui.WebDriverWait;

/** A browser at the application, and what a person does with it. */
public final class Page {
    static final String ADMINISTRATOR = "idris.munro@larkwater.example";
    static final String ADMINISTRATORS_PASSWORD = "kelp-and-ochre-7";
    static final String STEWARD = "agnete.solberg@larkwater.example";
    static final String STEWARDS_PASSWORD = "quiet-hands-aboard";
    static final String HEAD_OF_DELTA = "maren.holt@larkwater.example";
    static final String HEAD_OF_DELTAS_PASSWORD = "delta-mole-at-dawn";

    private static final Duration SETTLED_WITHIN = Duration.ofSeconds(5);

    /** To look costs the page as much as a lot of what it does by itself. */
    private static final Duration LOOKED_EVERY = Duration.ofMillis(100);

    /** Browsers that were left by the page before: starting one takes longer than most pages. */
    private static final Queue<ChromeDriver> FREE = new ConcurrentLinkedQueue<>();

    private final String address;
    private final ChromeDriver browser;
    private final WebDriverWait wait;

    private Page(String address, ChromeDriver browser) {
        this.address = address;
        this.browser = browser;
        this.wait = new WebDriverWait(browser, Duration.ofSeconds(20), LOOKED_EVERY);
        wait.ignoreAll(
                List.of(
                        NoSuchElementException.class,
                        StaleElementReferenceException.class,
                        ElementNotInteractableException.class));
    }

    /** A page that knows nothing of those before it, in whatever browser is free. */
    static Page open(String address) {
        ChromeDriver browser = Optional.ofNullable(FREE.poll()).orElseGet(Page::start);
        browser.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", 1280, "height", 800, "deviceScaleFactor", 1, "mobile", false));
        // Only the first tab of a browser without a screen has the focus by itself.
        browser.executeCdpCommand("Emulation.setFocusEmulationEnabled", Map.of("enabled", true));
        return new Page(address, browser);
    }

    private static ChromeDriver start() {
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium-headless-shell");
        options.addArguments(
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--hide-scrollbars",
                "--force-device-scale-factor=1",
                "--window-size=1280,800");
        ChromeDriverService driver =
                new ChromeDriverService.Builder()
                        .usingDriverExecutable(new File("/usr/bin/chromedriver"))
                        .build();
        ChromeDriver browser = new ChromeDriver(driver, options);
        Runtime.getRuntime().addShutdownHook(new Thread(browser::quit));
        return browser;
    }

    /** Leaves the browser to the next, with nothing in it but files that it has loaded. */
    void close() {
        try {
            List<String> open = List.copyOf(browser.getWindowHandles());
            browser.switchTo().newWindow(WindowType.TAB);
            String fresh = browser.getWindowHandle();
            for (String one : open) {
                browser.switchTo().window(one);
                browser.close();
            }
            browser.switchTo().window(fresh);
            browser.executeCdpCommand("Network.clearBrowserCookies", Map.of());
            browser.executeCdpCommand(
                    "Storage.clearDataForOrigin", Map.of("origin", address, "storageTypes", "all"));
            FREE.add(browser);
        } catch (WebDriverException broken) {
            browser.quit();
        }
    }

    Page go(String path) {
        browser.get(address + path);
        return this;
    }

    /** Signs in with the keyboard alone. */
    Page signIn(String email, String password) {
        see(By.cssSelector("input[type=email]"));
        type(email, Keys.TAB, password, Keys.ENTER);
        see(By.xpath("//button[contains(@aria-label, 'sign-out')]"));
        return this;
    }

    Page signInAsAdministrator() {
        return go("/").signIn(ADMINISTRATOR, ADMINISTRATORS_PASSWORD);
    }

    /** Types to whatever has the focus. */
    Page type(CharSequence... keys) {
        for (CharSequence key : keys) {
            new Actions(browser).sendKeys(key).perform();
        }
        return this;
    }

    /** Types a key while another is held down. */
    Page holding(Keys held, CharSequence key) {
        new Actions(browser).keyDown(held).sendKeys(key).keyUp(held).perform();
        return this;
    }

    WebElement see(By what) {
        return wait.until(ExpectedConditions.visibilityOfElementLocated(what));
    }

    /** Waits for this text anywhere on the page. */
    Page read(String text) {
        wait.until(page -> text().contains(text));
        return this;
    }

    /** Waits until this text is nowhere on the page. */
    Page missing(String text) {
        wait.until(page -> !text().contains(text));
        return this;
    }

    /** Waits until what is asserted is so: rows are drawn a moment after what stands over them. */
    Page soon(Runnable assertion) {
        Instant end = Instant.now().plus(SETTLED_WITHIN);
        while (true) {
            try {
                assertion.run();
                return this;
            } catch (AssertionError notYet) {
                if (Instant.now().isAfter(end)) {
                    throw notYet;
                }
                LockSupport.parkNanos(LOOKED_EVERY.toNanos());
            }
        }
    }

    /**
     * What is to be read on the page, with one space where there are several. It is asked of the
     * browser: the driver would walk over every element, which a large page feels.
     */
    String text() {
        return (String)
                browser.executeScript(
                        "return document.body.innerText.replaceAll(/[ \\t\\xa0]+/g, ' ')"
                                + ".replaceAll(/ ?\\n ?/g, '\\n')");
    }

    /** The cell of the grid whose label begins so. */
    static By cell(String label) {
        return By.cssSelector("button[data-cell][aria-label^='" + label + "']");
    }

    WebElement button(String name) {
        return see(
                By.xpath(
                        "//*[self::button or self::a or @role='button'][normalize-space()='"
                                + name
                                + "' or @aria-label='"
                                + name
                                + "']"));
    }

    /** Presses the button, link or leaf of this name, once it can be pressed. */
    Page press(String name) {
        By what =
                By.xpath(
                        "//*[self::button or self::a or @role='button' or @role='tab']"
                                + "[normalize-space()=\""
                                + name
                                + "\" or @aria-label=\""
                                + name
                                + "\"]");
        return click(what);
    }

    /** Clicks it once it can be clicked: what moves or is being drawn anew is waited for. */
    Page click(By what) {
        wait.until(
                browser -> {
                    WebElement element = browser.findElement(what);
                    Rectangle place = element.getRect();
                    if (!element.isEnabled() || !still(element, place)) {
                        return false;
                    }
                    element.click();
                    return true;
                });
        return this;
    }

    /**
     * Clicks it until the other is there, which may also come by itself and take away what was to
     * be clicked.
     */
    Page clickUntil(By what, By there) {
        wait.until(
                browser -> {
                    if (browser.findElements(there).stream().anyMatch(WebElement::isDisplayed)) {
                        return true;
                    }
                    browser.findElements(what).stream().findFirst().ifPresent(WebElement::click);
                    return false;
                });
        return this;
    }

    /** A menu grows while it opens: a click would land beside what is on its way. */
    private boolean still(WebElement element, Rectangle place) {
        browser.executeAsyncScript(
                "const done = arguments[0];"
                        + "requestAnimationFrame(() => requestAnimationFrame(done))");
        return element.getRect().equals(place);
    }

    /** Presses a dialog's own button, once it can be pressed. */
    Page confirm(String name) {
        By what =
                By.xpath(
                        "//*[@role='dialog']//button[not(@disabled)][normalize-space()='"
                                + name
                                + "']");
        return click(what);
    }

    /** Ticks a box; the input itself lies unseen under its drawing. */
    Page tick(String label) {
        return click(By.xpath("//input[@aria-label='" + label + "']/.."));
    }

    /** What is to be filled in under this label. */
    WebElement field(String label) {
        return see(labelled(label));
    }

    private static By labelled(String label) {
        // A dialog stands after what it covers.
        return By.xpath(
                "(//*[(self::input or self::textarea) and (@aria-label=\""
                        + label
                        + "\" or @id=//label[normalize-space()=\""
                        + label
                        + "\"]/@for)])[last()]");
    }

    /** Fills a field in, in place of what is there. */
    Page fill(String label, String text) {
        wait.until(
                browser -> {
                    WebElement field = browser.findElement(labelled(label));
                    field.click();
                    field.sendKeys(Keys.chord(Keys.CONTROL, "a"), Keys.DELETE);
                    field.sendKeys(text);
                    return true;
                });
        return this;
    }

    /** Takes the draft out of the way, with all that was edited in it; on the bench. */
    Page discardDraft() {
        click(By.cssSelector("section[aria-label='Draft'] button[aria-haspopup='menu']"));
        click(By.xpath("//li[normalize-space()='All drafts, and others']"));
        click(
                By.xpath(
                        "//tr[contains(., 'you work in it')]//button[starts-with(@aria-label,"
                                + " 'Discard')]"));
        return read("Discarded").press("Close").missing("Nothing takes effect");
    }

    /** The texts below this header of the table that stands in the page. */
    List<String> below(String header) {
        return column(texts("[role=region] thead th").indexOf(header) + 1);
    }

    /** What is behind a link that is saved as a file. */
    String saved(String link) {
        WebElement what = see(By.xpath("//a[@download][normalize-space()='" + link + "']"));
        return (String)
                browser.executeAsyncScript(
                        "const [at, done] = arguments;"
                                + "fetch(at).then((answer) => answer.text()).then(done)",
                        what.getDomProperty("href"));
    }

    /** Chooses a file of this text where one is asked for. */
    Page chooseFile(String label, String name, String text) {
        try {
            Path file = Files.createTempDirectory("nembar-chosen").resolve(name);
            Files.writeString(file, text);
            wait.until(
                            ExpectedConditions.presenceOfElementLocated(
                                    By.cssSelector("input[aria-label='" + label + "']")))
                    .sendKeys(file.toString());
            return this;
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    /** Puts the cursor into a field. */
    Page into(String label) {
        return click(labelled(label));
    }

    /** What a program is told that asks by a token whether Ilse Marrow may view a voyage. */
    String decision(String token) {
        HttpRequest asked =
                HttpRequest.newBuilder(URI.create(address + "/access/v1/evaluation"))
                        .header("Authorization", "Bearer " + token)
                        .header("Content-Type", "application/json")
                        .POST(
                                HttpRequest.BodyPublishers.ofString(
                                        "{\"subject\":{\"type\":\"person\",\"id\":\"ilse.marrow\"},"
                                                + "\"action\":{\"name\":\"view\"},"
                                                + "\"resource\":{\"type\":\"voyage\",\"id\":\"V-1001\"}}"))
                        .build();
        try {
            return HttpClient.newHttpClient()
                    .send(asked, HttpResponse.BodyHandlers.ofString())
                    .body();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(interrupted);
        }
    }

    /** Types into a field that completes, and takes the first match. */
    Page complete(String label, String text, String match) {
        return fill(label, text).take(match);
    }

    /** Waits until this is among the choices of what has the focus, and takes the first of them. */
    Page take(String match) {
        see(By.xpath("//li[@role='option'][contains(., \"" + match + "\")]"));
        return type(Keys.ENTER);
    }

    /** Chooses from a list that opens. */
    Page choose(String label, String choice) {
        click(
                By.xpath(
                        "//*[contains(@class, 'MuiInputLabel-root')][normalize-space()=\""
                                + label
                                + "\"]/following-sibling::*//*[@role='combobox']"
                                + " | //*[@role='combobox'][@aria-label=\""
                                + label
                                + "\"]"));
        return click(By.xpath("//li[@role='option'][normalize-space()=\"" + choice + "\"]"));
    }

    /** Another browser at the same application. */
    Page another() {
        return open(address);
    }

    /** The row of a table that has this text. */
    WebElement row(String text) {
        return see(By.xpath("//tbody/tr[contains(., \"" + text + "\")]"));
    }

    List<String> column(int number) {
        return texts("[role=region] tbody td:nth-child(" + number + ")");
    }

    /** The texts of all that this selects, read in one go: what is drawn anew is in no part. */
    private List<String> texts(String selector) {
        List<?> texts =
                (List<?>)
                        browser.executeScript(
                                "return [...document.querySelectorAll(arguments[0])]"
                                        + ".map((one) => one.innerText.trim())",
                                selector);
        return texts.stream().map(String.class::cast).toList();
    }

    /** Puts the focus where only the keyboard would. */
    Page focus(By what) {
        browser.executeScript("arguments[0].focus()", see(what));
        return this;
    }

    /** Waits until the focus is on what has this label or text. */
    Page focusOn(String label) {
        wait.until(page -> focused().equals(label));
        return this;
    }

    /** Goes on by the Tab key, over a few places at most, to what has this label or text. */
    Page tabTo(String label) {
        for (int i = 0; i < 10 && !focused().startsWith(label); i++) {
            type(Keys.TAB);
        }
        assertThat(focused()).startsWith(label);
        return this;
    }

    /** What has the focus, by its label or text. */
    String focused() {
        WebElement element = browser.switchTo().activeElement();
        String label = element.getDomAttribute("aria-label");
        return label == null ? element.getText() : label;
    }

    String path() {
        return browser.getCurrentUrl().substring(address.length());
    }

    String title() {
        return browser.getTitle();
    }

    void forgetSession() {
        browser.manage().deleteCookieNamed("NEMBAR");
    }

    void dark() {
        browser.executeScript("localStorage.setItem('mui-mode', 'dark')");
        browser.navigate().refresh();
    }

    /** Makes the window as large as a large screen, or as it was. */
    Page wide(boolean wide) {
        browser.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of(
                        "width",
                        wide ? 1920 : 1280,
                        "height",
                        wide ? 1080 : 800,
                        "deviceScaleFactor",
                        1,
                        "mobile",
                        false));
        return this;
    }

    /** What stands on paper when the page is printed, read back from the PDF. */
    String printed() {
        byte[] pdf = Base64.getDecoder().decode(browser.print(new PrintOptions()).getContent());
        try (PDDocument document = Loader.loadPDF(pdf)) {
            return new PDFTextStripper().getText(document);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** What axe finds that is serious or critical, by rule and place. */
    List<?> seriousAxeFindings() {
        try {
            browser.executeScript(
                    Files.readString(
                            Cluster.project().resolve("web/node_modules/axe-core/axe.min.js")));
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        // What is fading in or out, or grey until an answer is there, is looked at again.
        Instant end = Instant.now().plus(SETTLED_WITHIN);
        List<?> findings = axe();
        while (!findings.isEmpty() && Instant.now().isBefore(end)) {
            findings = axe();
        }
        return findings;
    }

    private List<?> axe() {
        return (List<?>)
                browser.executeAsyncScript(
                        "const done = arguments[0];"
                                + "axe.run({ resultTypes: ['violations'] }).then((r) => done(r.violations"
                                + ".filter((v) => v.impact === 'serious' || v.impact === 'critical')"
                                + ".map((v) => v.id + ': ' + v.nodes.map((n) => n.html).join(' | '))))");
    }

    /** Puts the mouse away, and waits until nothing stands there that only it brought up. */
    Page settle() {
        new Actions(browser).moveToLocation(640, 20).perform();
        wait.until(shown -> shown.findElements(By.cssSelector("[role=tooltip]")).isEmpty());
        return this;
    }

    void shoot(Path file) {
        try {
            Files.createDirectories(file.toAbsolutePath().getParent());
            Files.write(file, browser.getScreenshotAs(OutputType.BYTES));
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }
}
