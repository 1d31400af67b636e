package app.stalekeys.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/// The packaged program with the demo and one browser before it, started once for all journeys.
final class DemoDesk {

  /// Milliseconds until something has to be there, on a machine with other work too.
  private static final double PATIENCE = 30_000;

  private static DemoDesk desk;

  private static final String VISITORS_PASSWORD = "tides come twice a day";

  private final Program program;
  private final String address;
  private final Playwright playwright;
  private final Browser browser;
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
    browser =
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
    page.setDefaultTimeout(PATIENCE);
    PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE);
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

  /// The page of somebody else at another machine.
  Page visitor() {
    Page visitor =
        browser.newContext(new Browser.NewContextOptions().setViewportSize(1280, 800)).newPage();
    visitor.setDefaultTimeout(PATIENCE);
    visitor.onPageError(faults::add);
    return visitor;
  }

  /// Makes a user of one part, who chooses a password by the invitation and signs in at another machine.
  ///
  /// @param person the id in the roster; empty for none
  /// @param applications whose fixes the user carries out; empty for none
  Page join(String name, String part, String person, String applications) {
    page.navigate(address + "/users");
    button("New user").click();
    page.getByLabel("Name to sign in with").fill(name);
    page.getByLabel("Id in the personnel roster, for reviewers").fill(person);
    page.getByRole(
            AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName(Pattern.compile("^auditor")))
        .uncheck();
    page.getByRole(
            AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName(Pattern.compile("^" + part)))
        .check();
    if (!applications.isEmpty()) {
      page.getByLabel(Pattern.compile("^Applications")).fill(applications);
    }
    page.keyboard().press("Enter");
    Locator link =
        page.getByRole(AriaRole.STATUS).filter(new Locator.FilterOptions().setHasText(name));
    link.waitFor();
    String welcome = link.textContent().replaceAll("(?s).*(/welcome#[A-Za-z0-9_-]+).*", "$1");
    Page visitor = visitor();
    visitor.navigate(address + welcome.replaceAll("Copy$", ""));
    visitor.getByLabel("Password").fill(VISITORS_PASSWORD);
    visitor.keyboard().press("Enter");
    visitor.getByLabel("Name").waitFor();
    visitor.getByLabel("Name").fill(name);
    visitor.getByLabel("Password").fill(VISITORS_PASSWORD);
    visitor.keyboard().press("Enter");
    visitor.getByText(name).first().waitFor();
    return visitor;
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
    scan(page, name);
  }

  private static void scan(Page page, String name) {
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
    view(page, name);
  }

  void view(Page page, String name) {
    scan(page, name);
    String folder = System.getProperty("stalekeys.pictures", "");
    if (!folder.isEmpty()) {
      page.screenshot(new Page.ScreenshotOptions().setPath(Path.of(folder, name + ".png")));
    }
  }
}
