package app.stalekeys.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/// A newcomer's way through the packaged program with the demo: from the sign-in to a decided finding,
/// its evidence row, and a report that cites it. One started application, one browser.
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class DemoJourneyIT {

  private static Page page;
  private static String address;

  @BeforeAll
  static void start() {
    page = DemoDesk.get().page();
    address = DemoDesk.get().address();
  }

  @AfterAll
  static void stop() {
    DemoDesk.get().complainedOfNothing();
  }

  private static Locator button(String name) {
    return DemoDesk.get().button(name);
  }

  private static void view(String name) {
    DemoDesk.get().view(name);
  }

  @Test
  @Order(1)
  void aStrangerSeesTheSignInAndNothingElse() {
    page.context().clearCookies();
    page.navigate(address + "/s/2/findings");
    assertThat(button("Sign in")).isVisible();
    page.getByLabel("Name").fill("lead");
    page.getByLabel("Password").fill("not it, I think");
    button("Sign in").click();
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("Name or password is not right.");
    page.getByLabel("Password").fill("nine ferries, four ports");
    button("Sign in").click();
    assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Findings")))
        .isVisible();
    assertThat(page).hasURL(Pattern.compile(".*/s/2/findings.*"));
  }

  @Test
  @Order(2)
  void standingSaysWhereTheAuditIsAndWhatIsNotTested() {
    page.navigate(address + "/audits");
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Half-year access audit"))
        .first()
        .click();
    assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
        .containsText("accounts in 6 applications");
    assertThat(page.locator("#not-tested")).containsText("accounts.mfa");
    view("standing");
    page.getByText(Pattern.compile("Decide the [0-9]+ critical findings")).click();
    assertThat(page).hasURL(Pattern.compile(".*severity=critical.*"));
  }

  @Test
  @Order(3)
  void aFindingLeadsToItsRowAndBack() {
    page.navigate(address + "/s/2/findings");
    Locator open = page.getByLabel("The open finding");
    assertThat(open).containsText("signed in 3 times after");
    view("findings");
    Locator cited =
        open.locator("a.cite", new Locator.LocatorOptions().setHasText("LED-4 · row")).first();
    String row = cited.textContent().replaceAll(".*row ", "");
    cited.click();
    assertThat(page.locator("[aria-current=location]")).containsText(row);
    assertThat(page.locator("[aria-current=location]")).containsText("Firefox 138");
    page.goBack();
    assertThat(open).containsText("signed in 3 times after");
  }

  @Test
  @Order(4)
  void findingsAreDecidedFromTheKeyboard() {
    page.navigate(address + "/s/2/findings?check=orphan&application=ledger");
    Locator rows = page.locator("[data-finding]");
    assertThat(rows).hasCount(4);
    page.keyboard().press("f");
    assertThat(rows.first()).containsText("fix");
    page.keyboard().press("x");
    page.keyboard().press("j");
    page.keyboard().press("x");
    assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("2 findings marked");
    page.keyboard().press("n");
    page.getByLabel("Reason").fill("Migration accounts, closed by contract on 1 July");
    page.keyboard().press("Control+Enter");
    assertThat(rows.nth(1)).containsText("not a finding");
    assertThat(rows.nth(2)).containsText("not a finding");
    page.keyboard().press("u");
    assertThat(rows.nth(2)).not().containsText("not a finding");
    page.reload();
    assertThat(rows.first()).containsText("fix");
    assertThat(page.getByText("to decide of")).isVisible();
  }

  @Test
  @Order(5)
  void anAcceptedFindingNeedsReasonApproverAndDay() {
    page.navigate(address + "/s/2/findings?check=leaver-signed-in&application=ledger");
    assertThat(page.locator("[data-finding]")).hasCount(1);
    page.keyboard().press("a");
    page.getByLabel("Reason").fill("Handover agreed with the controller");
    page.getByLabel("Approved by").fill("A. Controller");
    page.locator("input[type=date]").fill("2026-06-30");
    button("Decide").click();
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("a day after 2026-06-30");
    page.locator("input[type=date]").fill("2026-09-30");
    button("Decide").click();
    assertThat(page.getByLabel("The open finding")).containsText("accepted until 2026-09-30");
  }

  @Test
  @Order(6)
  void anythingIsFoundWithOneBox() {
    page.keyboard().press("Control+k");
    page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName(Pattern.compile("Find")))
        .fill("consult2");
    assertThat(page.locator("#found-0")).containsText("Migration consultant");
    page.keyboard().press("Enter");
    assertThat(page).hasURL(Pattern.compile(".*text=consult2.*"));
    page.keyboard().press("?");
    assertThat(page.getByRole(AriaRole.DIALOG)).containsText("mark it, to decide many at once");
    page.keyboard().press("Escape");
  }

  @Test
  @Order(7)
  void gatherShowsTieOutRejectsAndTakesADroppedFile() {
    page.navigate(address + "/s/2/gather");
    assertThat(page.getByText("3 short of 186: say why")).isVisible();
    view("gather");
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("ledger/users.csv")).click();
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("line 46")).click();
    assertThat(page.locator("[aria-current=location]")).containsText("31.02.2026");
    DemoDesk.get().scan("evidence-file");
    page.getByLabel("Why the rows are not as many").fill("The desk counted three test users");
    button("Keep").click();
    assertThat(page.getByText("explained").first()).isVisible();
  }

  @Test
  @Order(8)
  void aDroppedFileLiesOnTheDeskUntilItsWordsAreUnderstood() {
    page.navigate(address + "/s/2/gather");
    page.getByLabel("Files to add")
        .setInputFiles(
            new FilePayload(
                "second-factors.csv",
                "text/csv",
                "User;Status;MFA\nzz1;enabled;perhaps\nzz2;enabled;yes\n"
                    .getBytes(StandardCharsets.UTF_8)));
    page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("comes from"))
        .selectOption("ledger");
    button("Receive it").click();
    assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
        .hasText("Reading desk");
    assertThat(page.getByText("mfa perhaps stands in 1 row and in no map")).isVisible();
    assertThat(button("Take it")).isDisabled();
    page.locator("aside button", new Page.LocatorOptions().setHasText("no")).last().click();
    assertThat(page.getByText("No row of the file would be rejected.")).isVisible();
    page.keyboard().press("u");
    assertThat(button("Take it")).isDisabled();
    page.locator("aside button", new Page.LocatorOptions().setHasText("no")).last().click();
    assertThat(button("Take it")).isEnabled();
    page.reload();
    button("Take it").click();
    assertThat(page).hasURL(Pattern.compile(".*/gather/\\d+$"));
    page.navigate(address + "/s/2/findings?check=no-second-factor&application=ledger");
    assertThat(page.locator("[data-finding]")).hasCount(1);
  }

  @Test
  @Order(9)
  void aListInAnotherLanguageIsUnderstoodBeneathItsOwnCells() {
    StringBuilder list = new StringBuilder("Hull Works – listi\nKoyrt: 01.07.2026\n\n");
    list.append("Brúkarnavn;Navn;Stoda;Last logon;Starvsnummar;Teldupostur;Deild\n");
    String[] names = {"Asta Moen", "Bo Lie", "Hedda Quill", "Rune Skarð", "Sofía Ferro"};
    for (int i = 0; i < 24; i++) {
      String name = names[i % names.length];
      list.append(
          "y%03d;%s;%s;%s;%d;%s@fennicksound.example;Hull%n"
              .formatted(
                  i,
                  name,
                  i % 7 == 3 ? "X" : i == 11 ? "P" : "A",
                  i == 9 ? "31.02.2026" : "%02d.06.2026".formatted(1 + i),
                  340 + i,
                  name.substring(0, 3).toLowerCase(java.util.Locale.ROOT) + i));
    }
    page.navigate(address + "/s/2/gather");
    page.getByLabel("Files to add")
        .setInputFiles(
            new FilePayload(
                "yard-list.csv",
                "text/csv",
                list.toString().getBytes(java.nio.charset.Charset.forName("windows-1252"))));
    page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("comes from"))
        .selectOption("hull");
    button("Receive it").click();
    assertThat(page.getByLabel("Field for Brúkarnavn")).hasValue("account");
    assertThat(page.getByLabel("Field for Last logon")).hasValue("last-sign-in");
    assertThat(page.locator("table")).containsText("2026-06-24");
    assertThat(page.locator("aside")).containsText("status P stands in 1 row");
    page.locator("aside button", new Page.LocatorOptions().setHasText("enabled")).first().click();
    assertThat(page.locator("table")).containsText("enabled");
    page.locator("aside button", new Page.LocatorOptions().setHasText("disabled")).first().click();
    view("reading-desk");
  }

  @Test
  @Order(10)
  void theRequestListAsksAndSaysWhatWaits() {
    page.navigate(address + "/s/2/standing");
    page.locator("#not-tested a", new Page.LocatorOptions().setHasText("sign-ins")).first().click();
    Locator dialog = page.getByRole(AriaRole.DIALOG);
    assertThat(dialog).containsText("sign-ins of Hull Works");
    assertThat(dialog).containsText("not tested for want of it");
    DemoDesk.get().scan("request");
    dialog.getByLabel("Asked of").fill("yard@fennicksound.example");
    dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Asked")).click();
    assertThat(dialog).isHidden();
    assertThat(
            page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName("Hull Works")).first())
        .containsText("asked");
    page.navigate(address + "/s/2/compare?application=ledger&kind=assignments&change=came");
    assertThat(page.getByText("assignments of Finance Ledger that came")).isVisible();
    view("compare");
  }

  @Test
  @Order(13)
  void theReportCitesTheDecidedFindingAndItsRow() throws Exception {
    page.navigate(address + "/s/2/report/findings");
    assertThat(page.getByText("Before sign-off")).isVisible();
    DemoDesk.get().scan("findings-report");
    Download csv =
        page.waitForDownload(() ->
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("CSV").setExact(true))
                .click());
    String text = Files.readString(csv.path());
    assertThat(text.lines().filter(line -> line.contains("leaver-signed-in")).findFirst())
        .hasValueSatisfying(line ->
            assertThat(line)
                .contains(
                    "LED-4 · row",
                    "accepted",
                    "Handover agreed with the controller",
                    "2026-09-30"));
    Download pdf =
        page.waitForDownload(() ->
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("PDF").setExact(true))
                .click());
    assertThat(pdf.suggestedFilename()).isEqualTo("findings-2026-06-30.pdf");
    assertThat(Files.size(pdf.path())).isGreaterThan(20_000);
  }

  @Test
  @Order(11)
  void anAccountIsGivenItsPersonFromTheKeyboardAndTakenBack() {
    page.navigate(address + "/s/2/match?application=crew&show=person");
    Locator counts =
        page.getByRole(AriaRole.TABLE, new Page.GetByRoleOptions().setName("How accounts were"));
    assertThat(counts).isVisible();
    Locator account = page.getByRole(AriaRole.ARTICLE).getByRole(AriaRole.HEADING);
    Locator list = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("List of"));
    assertThat(list.getByRole(AriaRole.BUTTON).first()).isVisible();
    int left = list.getByRole(AriaRole.BUTTON).count();
    String first = account.textContent();
    assertThat(page.getByText("same name")).not().hasCount(0);
    view("match");
    page.keyboard().press("1");
    assertThat(list.getByRole(AriaRole.BUTTON)).hasCount(left - 1);
    assertThat(account).not().hasText(first);
    page.keyboard().press("u");
    assertThat(list.getByRole(AriaRole.BUTTON)).hasCount(left);
    assertThat(account).hasText(first);
    page.navigate(address + "/s/2/match?application=ledger&show=owner");
    assertThat(list.getByRole(AriaRole.BUTTON)).hasCount(4);
    page.keyboard().press("o");
    page.getByLabel("Id, name or mail address").fill("00341");
    assertThat(page.getByText("Oskar").or(page.getByText("00341")).first()).isVisible();
    page.keyboard().press("Enter");
    assertThat(list.getByRole(AriaRole.BUTTON)).hasCount(3);
  }

  @Test
  @Order(12)
  void aDoubtedRightIsWalkedFromTheCellToItsRows() {
    page.navigate(address + "/s/2/access?application=hull&held=true&permissions=sign");
    Locator cell =
        page.getByRole(
            AriaRole.GRIDCELL, new Page.GetByRoleOptions().setName(Pattern.compile("denied in")));
    assertThat(cell.first()).isVisible();
    cell.first().click();
    Locator trace = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Trace"));
    assertThat(trace).containsText("1 path allows · 1 limits · 1 denies");
    assertThat(trace).containsText("except North/Harbour/Slipway");
    view("access");
    trace.getByText("all it can do").click();
    assertThat(page.getByText("Inspection").first()).isVisible();
    DemoDesk.get().scan("access-account");
    page.navigate(
        address
            + "/s/2/access?application=hull&view=differences&of=role&left=Inspector&right=Yard%20lead");
    assertThat(page.getByText("5 permissions differ")).isVisible();
    DemoDesk.get().scan("access-differences");
    page.navigate(address + "/s/2/access?application=hull&held=true&permissions=sign");
    cell.first().click();
    trace
        .getByRole(AriaRole.LINK)
        .filter(new Locator.FilterOptions().setHasText("HUL-"))
        .first()
        .click();
    assertThat(page).hasURL(Pattern.compile(".*/gather/\\d+\\?row=\\d+"));
  }

  @Test
  @Order(14)
  void signingOutEndsIt() {
    page.getByText("Lead auditor").click();
    button("Sign out").click();
    assertThat(button("Sign in")).isVisible();
    page.navigate(address + "/s/2/standing");
    assertThat(button("Sign in")).isVisible();
  }
}
