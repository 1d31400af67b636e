package app.stalekeys.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/// The packaged program with the demo and one browser before it, started once for all journeys.
final class DemoDesk {

  private static DemoDesk desk;

  private final Program program;
  private final String address;
  private final Playwright playwright;
  private final Page page;
  private final List<String> faults = new ArrayList<>();

  static synchronized DemoDesk get() {
    if (desk == null) {
      try {
        desk = new DemoDesk();
      } catch (Exception failed) {
        throw new IllegalStateException(failed);
      }
      Runtime.getRuntime().addShutdownHook(new Thread(desk::close));
    }
    return desk;
  }

  private DemoDesk() throws Exception {
    Path data = Files.createTempDirectory("stale-keys-data");
    program = Program.start("demo", "--data", data.toString(), "--port", "0");
    address = program.address();
    playwright =
        Playwright.create(
            new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    Browser browser =
        playwright
            .chromium()
            .launch(
                new BrowserType.LaunchOptions()
                    .setExecutablePath(Path.of("/usr/bin/chromium"))
                    .setArgs(
                        List.of(
                            "--no-sandbox",
                            "--disable-gpu",
                            "--disable-quic",
                            "--no-first-run",
                            "--disable-background-networking",
                            "--disable-component-update",
                            "--disable-sync")));
    BrowserContext context =
        browser.newContext(new Browser.NewContextOptions().setViewportSize(1280, 800));
    page = context.newPage();
    page.setDefaultTimeout(10_000);
    page.onPageError(faults::add);
    page.onConsoleMessage(message -> {
      if (message.type().equals("error") && !message.text().contains("422")) {
        faults.add(message.text());
      }
    });
  }

  private void close() {
    try {
      program.close();
    } catch (Exception ended) {
      // The machine takes down what is left.
    }
  }

  Page page() {
    return page;
  }

  String address() {
    return address;
  }

  /// Signs in, for a journey that does not begin with that.
  void signIn() {
    page.navigate(address() + "/s/2/standing");
    Locator user = page.getByText("Lead auditor");
    button("Sign in").or(user).first().waitFor(new Locator.WaitForOptions().setTimeout(30_000));
    if (button("Sign in").count() > 0) {
      page.getByLabel("Name").fill("lead");
      page.getByLabel("Password").fill("nine ferries, four ports");
      button("Sign in").click();
      user.first().waitFor();
    }
  }

  Locator button(String name) {
    return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }

  void complainedOfNothing() {
    assertThat(faults).as("what the browser complained of").isEmpty();
  }

  /// An automated scan of what is shown against WCAG 2.2 AA.
  void scan(String name) {
    page.waitForTimeout(400); // until fonts and the last request have settled
    List<String> violations =
        new AxeBuilder(page)
                .withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"))
                .analyze()
                .getViolations()
                .stream()
                .map(
                    rule -> name + ": " + rule.getId() + " " + rule.getNodes().getFirst().getHtml())
                .toList();
    assertThat(violations).isEmpty();
  }

  /// Looks at a main view as a whole: scanned, and taken as a picture when asked to, which is how
  /// docs/screenshots are made.
  void view(String name) {
    scan(name);
    String folder = System.getProperty("stalekeys.pictures", "");
    if (!folder.isEmpty()) {
      page.screenshot(new Page.ScreenshotOptions().setPath(Path.of(folder, name + ".png")));
    }
  }
}
