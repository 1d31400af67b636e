package app.stalekeys.server.users;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import app.stalekeys.server.support.RunningServer;
import app.stalekeys.server.support.VouchingProvider;
import org.junit.jupiter.api.Test;

/// Signing in with OpenID Connect, by a provider that stands in for one.
class IdentityProviderTest {

  private final VouchingProvider provider = RunningServer.get().provider();

  /// Goes to the provider and comes back; answers with where the browser is sent in the end.
  private static String goAndComeBack(Browser browser) {
    String toProvider = Browser.location(browser.get(IdentityProvider.BEGIN));
    String back = Browser.location(browser.getAt(toProvider));
    assertThat(back).contains("/back-from-provider?code=");
    // What the page at that address does by itself.
    String query = back.substring(back.indexOf('?'));
    return Browser.location(browser.get("/login/oauth2/code/provider" + query));
  }

  @Test
  void whomTheProviderVouchesForIsLetInAsTheUserOfThatMailAddress() {
    Browser lead = Browser.signedIn();
    lead.post(
        "/api/users",
        """
        {"name":"vouched","displayName":"Vouched For","email":"Vouched@fennicksound.example",
         "person":"","parts":["reader"],"applications":[],"active":true,"version":0}\
        """);
    provider.vouchFor("vouched@fennicksound.example", true);
    Browser browser = Browser.anonymous();
    assertThat(goAndComeBack(browser)).endsWith("/");
    assertThat(browser.json("/api/session").get("name").asString()).isEqualTo("vouched");
    assertThat(browser.get("/api/users").statusCode())
        .as("as what the user is here")
        .isEqualTo(403);
  }

  @Test
  void aStrangerAndAnUnverifiedAddressAreTurnedAway() {
    provider.vouchFor("nobody@fennicksound.example", true);
    Browser stranger = Browser.anonymous();
    assertThat(goAndComeBack(stranger)).endsWith("/sign-in?provider=unknown");
    provider.vouchFor("vouched@fennicksound.example", false);
    Browser unverified = Browser.anonymous();
    assertThat(goAndComeBack(unverified)).endsWith("/sign-in?provider=unknown");
    assertThat(unverified.get("/api/snapshots").statusCode()).isEqualTo(401);
  }

  @Test
  void anAnswerThatWasNotAskedForIsNotTaken() {
    Browser browser = Browser.anonymous();
    assertThat(
            Browser.location(browser.get("/login/oauth2/code/provider?code=code-0&state=made-up")))
        .endsWith("/sign-in?provider=failed");
  }
}
