package app.stalekeys.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/// How an auditor judges: a threshold set by looking, a check of his own, who holds a conflict and what would
/// end it, and what is new since the last date.
class ExamineJourneyIT {

  private static final LocatorAssertions.HasTextOptions AFTER_EXAMINATION =
      new LocatorAssertions.HasTextOptions().setTimeout(30_000);

  private static Page page;
  private static String address;

  @BeforeAll
  static void start() {
    DemoDesk.get().signIn();
    page = DemoDesk.get().page();
    address = DemoDesk.get().address();
  }

  @AfterAll
  static void stop() {
    DemoDesk.get().complainedOfNothing();
  }

  @Test
  void aThresholdIsSetByLookingAtWhatItFlags() {
    page.navigate(address + "/s/2/findings?check=dormant");
    page.getByText("Thresholds").click();
    Locator check =
        page.getByRole(AriaRole.ARTICLE, new Page.GetByRoleOptions().setName("Dormant"));
    Locator figure = check.getByRole(AriaRole.FIGURE);
    assertThat(figure).containsText("flagged from 90");
    DemoDesk.get().view("checks");
    page.getByLabel("Threshold: days").press("ArrowRight");
    Locator change =
        page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("What the change"));
    assertThat(figure).containsText("flagged from 105");
    assertThat(change).containsText("0 findings would come");
    String then = change.locator("b").nth(1).textContent();
    DemoDesk.get().button("Set it and examine anew").click();
    Locator line =
        page.getByRole(
            AriaRole.ROW, new Page.GetByRoleOptions().setName(Pattern.compile("^medium Dormant ")));
    assertThat(line.getByRole(AriaRole.CELL).nth(1)).hasText(then, AFTER_EXAMINATION);
    assertThat(line).containsText("settings changed");
    DemoDesk.get().button("Back to the standard").click();
    DemoDesk.get().button("Set it and examine anew").click();
    assertThat(line).not().containsText("settings changed");
  }

  @Test
  void aCheckOfOnesOwnIsToldWhereItIsWrongAndTriedBeforeItIsKept() {
    page.navigate(address + "/s/2/checks");
    DemoDesk.get().button("Write a check").click();
    page.getByLabel("title").fill("Idle for a month");
    page.getByLabel("id, as in findings").fill("own-idle");
    Locator condition = page.getByLabel(Pattern.compile("^condition"));
    condition.fill("account.enabled && account.daysSinceSignin > 30");
    DemoDesk.get().button("Try it on this snapshot").click();
    assertThat(page.getByRole(AriaRole.ALERT).first())
        .containsText("Line 1, column 20: there is no account.daysSinceSignin");
    condition.fill("account.enabled && account.daysSinceSignIn > 30");
    DemoDesk.get().button("Try it on this snapshot").click();
    assertThat(page.getByText("findings would come")).isVisible();
    DemoDesk.get().scan("own-check");
    DemoDesk.get().button("Leave it").click();
    assertThat(page.getByText("Idle for a month")).hasCount(0);
  }

  @Test
  void aConflictLeadsToThePeopleBothTracesAndTheRowToTake() {
    page.navigate(address + "/s/2/conflicts");
    DemoDesk.get().button("1 can add a supplier and release a payment").click();
    Locator people = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("People"));
    assertThat(people).containsText("did both");
    assertThat(people).containsText("Least to take: AP_PAY");
    people.getByText("Why: both traces").click();
    assertThat(people.getByRole(AriaRole.HEADING, headed("Why .* can create Supplier")))
        .isVisible();
    assertThat(people.getByRole(AriaRole.HEADING, headed("Why .* can release Payment.Run")))
        .isVisible();
    DemoDesk.get().view("conflicts");
    page.getByText("Tasks and conflicts …").click();
    Locator text = page.getByLabel("Tasks, conflicts and mitigations");
    text.fill(text.inputValue().replace("severity: medium", "severity: some"));
    DemoDesk.get().button("Try it on this snapshot").click();
    assertThat(page.getByRole(AriaRole.ALERT))
        .containsText("severity is \"some\", expected one of");
    DemoDesk.get().scan("tasks");
  }

  private static Locator.GetByRoleOptions headed(String words) {
    return new Locator.GetByRoleOptions().setName(Pattern.compile(words));
  }

  @Test
  void theFrontPageSaysWhatIsNewAndLeadsThere() {
    page.navigate(address + "/s/2/standing");
    page.getByText("Since 2026-03-31").waitFor();
    Locator line =
        page.getByRole(AriaRole.LISTITEM)
            .filter(new Locator.FilterOptions().setHasText("closed: tested again"));
    String closed = line.getByRole(AriaRole.LINK).textContent();
    line.getByRole(AriaRole.LINK).click();
    assertThat(page.getByText("no longer standing later")).isVisible();
    assertThat(page.getByText(closed + " shown")).isVisible();
  }
}
