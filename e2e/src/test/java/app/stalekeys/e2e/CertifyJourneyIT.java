package app.stalekeys.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/// How access is certified: the half-done round of the demo, and one from start to seal by keyboard, with two
/// reviewers and the auditor at work at the same time.
class CertifyJourneyIT {

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

  private static Locator button(Page at, String name) {
    return at.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }

  @Test
  void theHalfDoneRoundShowsWhoTickedWhoIsLateAndWhoFoundHimself() {
    page.navigate(address + "/s/2/certify");
    page.getByText("First round, summer 2026").click();
    assertThat(page.getByText("120 items were decided in 1 min 57 s")).isVisible();
    Locator late =
        page.getByRole(AriaRole.ROW)
            .filter(new Locator.FilterOptions().setHasText("2026-07-31 overdue"));
    assertThat(late).containsText("Tiril Sund");
    desk.view("round");
    page.navigate(address + "/s/2/certify/1/items?text=&reviewer=01135&choice=open");
    assertThat(page.getByText("this account is my own").first()).isVisible();
  }

  /// Keeps the item at hand, which has a mark of high risk, with a reason and without a mouse.
  private static void keepWithReason(Page by, String reason) {
    by.getByText(Pattern.compile("items? to decide")).waitFor();
    by.keyboard().press("k");
    by.getByLabel(Pattern.compile("still need it")).waitFor();
    by.keyboard().type(reason);
    by.keyboard().press("Control+Enter");
  }

  @Test
  void aRoundIsRunByKeyboardToItsSealWhileTwoReviewersAndTheAuditorWorkAtOnce() {
    Page okoro = desk.join("okoro", "reviewer", "00341", "");
    Page tveit = desk.join("tveit", "reviewer", "00871", "");
    setUp();
    String round = page.url().replaceAll(".*/", "");
    okoro.navigate(address + "/reviews/" + round);
    Locator open = okoro.getByText(Pattern.compile("\\d+ of \\d+ decided"));
    assertThat(open).hasText(Pattern.compile("0 of 11 decided"));
    desk.view(okoro, "review");
    keepWithReason(okoro, "closes the month");
    assertThat(open).hasText(Pattern.compile("1 of 11 decided"));
    okoro.keyboard().press("ArrowRight");
    okoro.getByText("1 of 1 item to decide").waitFor();
    okoro.keyboard().press("w");
    assertThat(open).hasText(Pattern.compile("2 of 11 decided"));
    okoro.keyboard().press("ArrowRight");
    okoro.getByText("1 of 1 item to decide").waitFor();
    handOver();
    keepWithReason(okoro, "too late");
    assertThat(okoro.getByRole(AriaRole.ALERT).first()).containsText("went to somebody else");
    decideTheRest(tveit, round);
    signOff(tveit, "all nine looked at");
    okoro.navigate(address + "/reviews/" + round + "?who=-");
    signOff(okoro, "");
    seal(round);
  }

  private static void setUp() {
    page.navigate(address + "/s/2/certify/new");
    page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).focus();
    page.keyboard().type("Privileged, by keyboard");
    page.getByLabel("only what makes an account privileged").focus();
    page.keyboard().press("Space");
    assertThat(page.getByText("11 items for 1 reviewer")).isVisible();
    assertThat(page.getByText("Every sum comes out.")).isVisible();
    desk.view("round-setup");
    page.getByLabel("Due", new Page.GetByLabelOptions().setExact(true)).fill("2027-06-30");
    page.keyboard().press("Enter");
    page.waitForURL(Pattern.compile(".*/certify/\\d+$"));
    assertThat(page.getByText("11 items")).isVisible();
  }

  private static void handOver() {
    button(page, "Hand over what Oskar Okoro has left").focus();
    page.keyboard().press("Enter");
    page.keyboard().type("00871");
    page.getByLabel("Why").fill("on leave from tomorrow");
    button(page, "Hand over").last().press("Enter");
    assertThat(page.getByText("Marit Tveit")).isVisible();
  }

  private static void decideTheRest(Page by, String round) {
    by.navigate(address + "/reviews/" + round);
    Locator done = by.getByText(Pattern.compile("\\d+ of 9 decided"));
    for (int decided = 0; decided < 9; decided++) {
      assertThat(done).hasText(decided + " of 9 decided");
      Locator person =
          by.getByText(Pattern.compile("items? to decide|items? decided\\.|is left here"));
      person.first().waitFor();
      if (!person.first().textContent().contains("to decide")) {
        by.keyboard().press("ArrowRight");
      }
      keepWithReason(by, "asked the team, still needed");
      by.getByLabel(Pattern.compile("still need it"))
          .waitFor(
              new Locator.WaitForOptions()
                  .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
    }
    assertThat(done).hasText("9 of 9 decided");
    by.navigate(address + "/reviews/" + round + "?who=-");
  }

  private static void signOff(Page by, String words) {
    by.getByLabel("A remark").fill(words);
    button(by, "Sign off").last().press("Enter");
    assertThat(by.getByText("You have signed off")).isVisible();
  }

  private static void seal(String round) {
    page.navigate(address + "/s/2/certify/" + round);
    button(page, "Sign off and seal").press("Enter");
    assertThat(page.getByText("Everything is decided and everybody has signed off.")).isVisible();
    button(page, "Seal the round").press("Enter");
    button(page, "Compute it anew").press("Enter");
    assertThat(page.getByText("The decisions are those that were sealed.")).isVisible();
    page.navigate(address + "/journal");
    button(page, "Check the chain").press("Enter");
    assertThat(page.getByText("The chain holds.")).isVisible();
    page.getByLabel("Deed").selectOption("certification");
    assertThat(page.getByText("sealed the round \"Privileged, by keyboard\"").first()).isVisible();
    desk.view("journal");
  }
}
