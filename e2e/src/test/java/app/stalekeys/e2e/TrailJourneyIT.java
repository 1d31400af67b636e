package app.stalekeys.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/// How an auditor follows what was done: the night that differs from all others to the attempt that worked, who
/// gave what on whose word, and a watch for the months to come.
class TrailJourneyIT {

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

  private static Locator region(String name) {
    return page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName(name));
  }

  private static Locator tab(String name) {
    return page.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName(name));
  }

  @Test
  void theNightLeadsToTheAttemptThatWorkedWhatItDidAndTheRow() {
    page.navigate(address + "/s/2/sign-ins");
    Locator night = page.getByText("failures in a row on");
    night.waitFor();
    DemoDesk.get().view("sign-ins");
    night.click();
    Locator list = region("List of attempts");
    list.getByText("success").waitFor();
    page.keyboard().press("ArrowDown");
    Locator pane =
        page.getByRole(AriaRole.COMPLEMENTARY, new Page.GetByRoleOptions().setName("The attempt"));
    assertThat(pane).containsText("failure");
    list.getByText("success").click();
    assertThat(pane).containsText("privileged");
    assertThat(pane).containsText("The activity names the session.");
    assertThat(pane).containsText("export");
    DemoDesk.get().scan("attempt");
    pane.getByText(Pattern.compile("^LED-8")).first().click();
    assertThat(page.getByText("S6f2a91c4").first()).isVisible();
    page.goBack();
    DemoDesk.get().button("Take off the filter 2026-06-09").click();
    assertThat(page.getByText("of 67,819 attempts")).isVisible();
  }

  @Test
  void aQuestionIsKeptAndStandsOnTheFrontPageWithWhatItFinds() {
    page.navigate(address + "/s/2/sign-ins?address=203.0.113.0%2F24&outcome=failure");
    assertThat(page.getByText("131 of 67,819 attempts")).isVisible();
    DemoDesk.get().button("Questions").click();
    page.getByLabel("Name for what is shown now").fill("From outside, failed");
    DemoDesk.get().button("Keep it").click();
    page.getByRole(
            AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Forget From outside, failed"))
        .waitFor();
    page.navigate(address + "/s/2/standing");
    Locator line =
        page.getByRole(AriaRole.LISTITEM)
            .filter(new Locator.FilterOptions().setHasText("From outside, failed"));
    assertThat(line.getByRole(AriaRole.LINK)).hasText("131");
    line.getByRole(AriaRole.LINK).click();
    assertThat(page.getByText("131 of 67,819 attempts")).isVisible();
    DemoDesk.get().button("Questions (1)").click();
    DemoDesk.get().button("Forget From outside, failed").click();
    assertThat(page.getByText("None is kept yet.")).isVisible();
    page.keyboard().press("Escape");
  }

  @Test
  void sessionsSayWhoWasInAndWhichLogsCannotTell() {
    page.navigate(
        address
            + "/s/2/sign-ins?view=sessions&application=freight&from=2026-06-01&until=2026-06-06&zoom=true");
    Locator most = DemoDesk.get().button("at once");
    most.waitFor();
    DemoDesk.get().scan("sessions");
    String crowd = most.textContent().replaceAll("\\D", "");
    most.click();
    assertThat(page.getByText(crowd + " sessions")).isVisible();
  }

  @Test
  void changesWithoutARequestStandOutAndOneNightsRoleIsRebuilt() {
    page.navigate(address + "/s/2/changes");
    DemoDesk.get().button("3 without a fitting request").click();
    Locator list = region("Given and taken");
    assertThat(list.getByRole(AriaRole.ROW)).hasCount(4);
    assertThat(list).containsText("oneself");
    DemoDesk.get().view("changes");
    tab("Who administers").click();
    assertThat(region("Who administers")).containsText("privileged accounts never did");
    tab("In no record").click();
    assertThat(region("In no record")).containsText("GL_CLOSE in Harbour");
    tab("Roles on a day").click();
    page.getByLabel("Key of the account").fill("kelvin.r");
    page.getByLabel("Day", new Page.GetByLabelOptions().setExact(true)).fill("2026-03-17");
    DemoDesk.get().button("Rebuild").click();
    assertThat(region("Roles on a day")).containsText("given on 2026-03-17");
    tab("Refused").click();
    assertThat(region("Refused")).containsText("No record says that anything was refused");
  }

  @Test
  void aWatchTellsOfWhatComesByWire() throws IOException {
    int port;
    try (ServerSocket probe = new ServerSocket(0)) {
      port = probe.getLocalPort();
    }
    page.navigate(address + "/s/2/watches");
    assertThat(page.getByText("Nothing is listened to.")).isVisible();
    DemoDesk.get().button("New watch").click();
    page.getByLabel("Name").fill("Guessing, directory");
    DemoDesk.get().button("use the receivers that came with the demo").click();
    page.getByLabel(Pattern.compile("^on: fires at")).check();
    DemoDesk.get().button("Keep the watch").click();
    DemoDesk.get().button("Change").click();
    page.getByLabel("listen", new Page.GetByLabelOptions().setExact(true)).check();
    page.getByLabel(Pattern.compile("^Syslog")).fill(String.valueOf(port));
    DemoDesk.get().button("use the mail sink that came with the demo").click();
    DemoDesk.get().button("Keep").click();
    assertThat(page.getByText("1 watch is on; 0 attempts seen")).isVisible();
    try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
      for (int i = 0; i < 10; i++) {
        socket
            .getOutputStream()
            .write(
                "<38>1 2026-07-09T02:11:%02dZ dir-1 signin 7 - [auth@32473 account=\"svc.backup\" outcome=\"failure\" address=\"203.0.113.77\"] refused\n"
                    .formatted(i)
                    .getBytes(StandardCharsets.UTF_8));
      }
    }
    Locator alarm =
        page.getByRole(AriaRole.LISTITEM)
            .filter(new Locator.FilterOptions().setHasText("svc.backup failed 10 times"));
    alarm.waitFor(new Locator.WaitForOptions().setTimeout(20_000));
    assertThat(alarm.getByText("delivered").first()).isVisible();
    DemoDesk.get().view("watches");
    DemoDesk.get().button("Forget Guessing, directory").click();
    assertThat(page.getByText("Nothing is watched for yet.")).isVisible();
  }
}
