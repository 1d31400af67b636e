package app.stalekeys.server.live;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.demo.StandIns;
import app.stalekeys.server.support.Browser;
import app.stalekeys.server.support.RunningServer;
import app.stalekeys.server.support.SelfSigned;
import com.unboundid.ldap.listener.InMemoryDirectoryServer;
import com.unboundid.ldap.listener.InMemoryDirectoryServerConfig;
import com.unboundid.ldap.listener.InMemoryListenerConfig;
import java.net.InetAddress;
import java.nio.file.Files;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/// Live sources against the servers that stand in for a company's own.
class LiveTest {

  private static Browser browser;
  private static String audit;
  private static StandIns standIns;

  @BeforeAll
  static void open() throws Exception {
    browser = Browser.signedIn();
    standIns = StandIns.start(RunningServer.get().demo());
    audit = browser.openAudit(Files.createTempDirectory("live"), "Live", "2026-06-30");
  }

  @AfterAll
  static void close() {
    standIns.close();
  }

  private static ObjectNode ldap(int port, String protection, String password) {
    return JsonMapper.shared()
        .createObjectNode()
        .put("application", "till")
        .put("host", "127.0.0.1")
        .put("port", port)
        .put("protection", protection)
        .put("certificate", "")
        .put("bindDn", StandIns.BIND_DN)
        .put("password", password)
        .put("base", StandIns.BASE)
        .put("filter", "(objectClass=inetOrgPerson)")
        .put("attributes", "");
  }

  private static ObjectNode scim(String resource, String token) {
    return JsonMapper.shared()
        .createObjectNode()
        .put("application", "till")
        .put("address", standIns.scimAddress())
        .put("resource", resource)
        .put("token", token)
        .put("filter", "")
        .put("certificate", "");
  }

  private static JsonNode read(String protocol, ObjectNode asked) {
    return browser.job(browser.post(audit + "/live/" + protocol, asked.toString()));
  }

  private static JsonNode desk(JsonNode job) {
    assertThat(job.get("state").asString()).as(job.toString()).isEqualTo("done");
    return browser.json(audit + "/evidence/" + job.get("result").asLong() + "/desk");
  }

  @Test
  void aDirectoryIsReadPageByPageIntoAFileThatLiesOnTheDesk() {
    JsonNode desk = desk(read("ldap", ldap(standIns.ldapPort(), "none", StandIns.PASSWORD)));
    assertThat(desk.get("counts").get("rows").asInt()).isGreaterThan(500);
    assertThat(desk.get("draft").get("filter").asString()).isEqualTo("(objectClass=inetOrgPerson)");
    assertThat(desk.get("draft").get("from").asString()).startsWith("ldap://127.0.0.1:");
    assertThat(desk.get("kinds").get(0).asString()).isEqualTo("accounts");
    String original = "/evidence/" + desk.get("id").asLong() + "/original";
    String ldif = Browser.text(browser.get(audit + original));
    assertThat(ldif).startsWith("version: 1").doesNotContain(StandIns.PASSWORD);
  }

  @Test
  void aServiceIsReadPageByPageAndTiesOutWithWhatItDeclared() {
    JsonNode desk = desk(read("scim", scim("Users", StandIns.TOKEN)));
    assertThat(desk.get("counts").get("difference").asInt()).isZero();
    assertThat(desk.get("counts").get("read").asInt()).isGreaterThan(50);
    JsonNode groups = desk(read("scim", scim("Groups", StandIns.TOKEN)));
    assertThat(groups.get("kinds"))
        .extracting(JsonNode::asString)
        .containsExactly("roles", "assignments");
    assertThat(groups.get("counts").get("rejected").asInt()).isZero();
  }

  @Test
  void aWrongPasswordTokenOrAddressIsOneSentenceAndNothingIsKept() {
    int before = browser.json(audit + "/evidence").get("files").size();
    assertThat(read("ldap", ldap(standIns.ldapPort(), "none", "wrong")).get("sentences").toString())
        .contains("answered: invalid credentials")
        .doesNotContain("wrong");
    assertThat(read("ldap", ldap(1, "none", "x")).get("sentences").toString())
        .contains("127.0.0.1:1");
    assertThat(read("scim", scim("Users", "stolen")).get("sentences").toString())
        .contains("answered with status 401")
        .doesNotContain("stolen");
    assertThat(
            Browser.text(
                browser.post(
                    audit + "/live/scim",
                    scim("Users", "x").put("address", "file:///etc/passwd").toString())))
        .contains("is no address of a service");
    assertThat(browser.json(audit + "/evidence").get("files").size()).isEqualTo(before);
  }

  @Test
  void overTlsACertificateNobodyTrustsIsRefusedAndAGivenOneAccepted() throws Exception {
    SelfSigned identity = SelfSigned.in(Files.createTempDirectory("tls"));
    trusted(
        "ldaps",
        identity,
        InMemoryListenerConfig.createLDAPSConfig(
            "tls",
            InetAddress.getLoopbackAddress(),
            0,
            identity.server().getServerSocketFactory(),
            null));
    trusted(
        "starttls",
        identity,
        InMemoryListenerConfig.createLDAPConfig(
            "tls", InetAddress.getLoopbackAddress(), 0, identity.server().getSocketFactory()));
    assertThat(Browser.text(browser.post(audit + "/live/ldap", ldap(1, "rot13", "x").toString())))
        .contains("expected none, starttls or ldaps");
  }

  private void trusted(String protection, SelfSigned identity, InMemoryListenerConfig listener)
      throws Exception {
    InMemoryDirectoryServerConfig config = new InMemoryDirectoryServerConfig(StandIns.BASE);
    config.addAdditionalBindCredentials(StandIns.BIND_DN, StandIns.PASSWORD);
    config.setSchema(null);
    config.setListenerConfigs(listener);
    try (InMemoryDirectoryServer server = new InMemoryDirectoryServer(config)) {
      server.add("dn: " + StandIns.BASE, "objectClass: domain", "dc: fennicksound");
      server.add(
          "dn: uid=%s1,%s".formatted(protection, StandIns.BASE),
          "objectClass: inetOrgPerson",
          "uid: " + protection + "1",
          "cn: T",
          "sn: T");
      server.startListening();
      ObjectNode asked = ldap(server.getListenPort(), protection, StandIns.PASSWORD);
      assertThat(read("ldap", asked).get("state").asString()).isEqualTo("failed");
      asked.put("certificate", identity.certificate());
      assertThat(desk(read("ldap", asked)).get("rows").get(0).toString())
          .contains(protection + "1");
    }
  }
}
