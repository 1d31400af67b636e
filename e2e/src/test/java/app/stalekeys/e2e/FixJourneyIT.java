package app.stalekeys.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Pattern;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/// From the decision to the pack: the plan with the fewest steps, the fixer's own page, what the June lists say of
/// March's fixes, and the pages that leave the house.
class FixJourneyIT {

  private static DemoDesk desk;
  private static Page page;
  private static String address;

  @BeforeAll
  static void start() {
    desk = DemoDesk.get();
    desk.signIn();
    page = desk.page();
    address = desk.address();
  }

  @AfterAll
  static void stop() {
    desk.complainedOfNothing();
  }

  @Test
  void marchsFixesAreConfirmedOrCameBackByJunesListsWithTheRow() {
    page.navigate(address + "/s/2/fix");
    assertThat(page.getByText("6 confirmed")).isVisible();
    page.getByText("2 came back").click();
    Locator row =
        page.getByRole(AriaRole.ROW)
            .filter(new Locator.FilterOptions().setHasText("the role is held"))
            .first();
    assertThat(row).containsText("2026-06-30");
    row.getByText(Pattern.compile("^LED-3")).last().click();
    assertThat(page.getByText("user-roles.csv").first()).isVisible();
  }

  @Test
  void decisionsBecomeAPlanAndThePlanIsHandedOverToWhoeverMustAct() {
    page.navigate(address + "/s/2/fix/plan");
    Locator plan =
        page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("^Plan \\d+ of \\d+$")));
    plan.waitFor();
    // What a round withdrew says what else goes, as what findings ask for does.
    Locator withdrawn =
        page.getByRole(AriaRole.ROW)
            .filter(new Locator.FilterOptions().setHasText("round \"First round, summer 2026\""))
            .filter(new Locator.FilterOptions().setHasText("goes with it: read Journal"));
    assertThat(withdrawn.first()).containsText(Pattern.compile("read Journal: used 2026-0\\d"));
    desk.scan("fix-plan");
    plan.press("Enter");
    page.waitForURL(Pattern.compile(".*/s/2/fix$"));
    assertThat(page.getByText("wait for a plan")).hasCount(0);
    page.navigate(address + "/s/2/fix?application=crew&state=planned");
    Locator all =
        page.getByRole(
                AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName(Pattern.compile("^All of")))
            .first();
    all.check();
    page.locator("body").focus();
    page.keyboard().press("h");
    page.getByLabel(Pattern.compile("^A word")).waitFor();
    page.keyboard().press("Enter");
    assertThat(page.getByText("No fix is like this.")).isVisible();
    page.navigate(address + "/s/2/fix");
    desk.view("fix");
    reportAsFixer();
  }

  /// Whoever carries fixes out sees the own applications' alone, and says what became of them.
  private static void reportAsFixer() {
    Page visitor = desk.join("crew-desk", "fixer", "", "crew");
    visitor.getByText("to be done by you").waitFor();
    desk.view(visitor, "own-fixes");
    visitor.keyboard().press("d");
    visitor.getByLabel(Pattern.compile("^A word")).fill("done this morning");
    visitor.keyboard().press("Control+Enter");
    assertThat(visitor.getByText("reported done").first()).isVisible();
    visitor.navigate(address + "/s/2/standing");
    assertThat(visitor.getByText("to be done by you")).isVisible();
  }

  @Test
  void aPackIsLookedAtPageByPageMadeAndLeavesWithItsManifest() throws Exception {
    page.navigate(address + "/s/2/report");
    Locator picture =
        page.getByRole(AriaRole.IMG, new Page.GetByRoleOptions().setName("Page 1 of the pack"));
    picture.waitFor(new Locator.WaitForOptions().setTimeout(30_000));
    page.getByRole(AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName("Appendix")).uncheck();
    desk.button("Remediation earlier").click();
    page.getByLabel("Page", new Page.GetByLabelOptions().setExact(true)).fill("3");
    page.waitForTimeout(2_500);
    desk.view("report");
    desk.button("Make the pack").click();
    Locator zip = page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("ZIP")).first();
    zip.waitFor(new Locator.WaitForOptions().setTimeout(60_000));
    Download download = page.waitForDownload(zip::click);
    Path file = Files.createTempFile("pack", ".zip");
    download.saveAs(file);
    try (ZipFile pack = new ZipFile(file.toFile())) {
      org.assertj.core.api.Assertions.assertThat(
              pack.stream().map(entry -> entry.getName()).toList())
          .contains(
              "pack.pdf",
              "pack.xlsx",
              "oscal/assessment-results.json",
              "oscal/plan-of-action-and-milestones.json",
              "manifest.json",
              "SHA256SUMS");
    }
    page.navigate(address + "/journal");
    assertThat(page.getByText("made the pack \"Standard\"").first()).isVisible();
  }
}
