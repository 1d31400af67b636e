package app.stalekeys.server.support;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// Talks to the server the way the page does: cookies kept, the token sent back on changes.
public final class Browser {

  private static final JsonMapper JSON = JsonMapper.builder().build();

  /// Of every user that [#as] makes.
  public static final String PASSWORD = "a password of a test's user";

  private final CookieManager cookies = new CookieManager();
  private final HttpClient client = HttpClient.newBuilder().cookieHandler(cookies).build();
  private boolean sendsToken = true;
  private String bearer = "";

  public static Browser anonymous() {
    return new Browser();
  }

  public static Browser signedIn() {
    Browser browser = new Browser();
    browser.get("/api/session");
    assertThat(browser.signIn("lead", RunningServer.PASSWORD).statusCode()).isEqualTo(200);
    browser.get("/api/session");
    return browser;
  }

  /// Signs in as a user of one part, who is made if need be.
  public static Browser as(String name, String part) {
    Browser lead = signedIn();
    HttpResponse<byte[]> made =
        lead.post(
            "/api/users",
            """
            {"name":"%s","displayName":"","email":"","person":"","parts":["%s"],
             "applications":["ledger"],"active":true,"version":0}\
            """
                .formatted(name, part));
    Browser browser = new Browser();
    browser.get("/api/session");
    if (made.statusCode() == 200) {
      browser.put(
          "/api/session/welcome",
          "{\"secret\":\"%s\",\"password\":\"%s\"}"
              .formatted(tree(made).get("welcome").asString(), PASSWORD));
    }
    assertThat(browser.signIn(name, PASSWORD).statusCode()).as(name).isEqualTo(200);
    browser.get("/api/session");
    return browser;
  }

  /// A program that brings a token and no cookie.
  public static Browser bearing(String token) {
    Browser browser = new Browser();
    browser.bearer = token;
    return browser;
  }

  public HttpResponse<byte[]> signIn(String name, String password) {
    return signIn(name, password, "");
  }

  public HttpResponse<byte[]> signIn(String name, String password, String code) {
    return send(
        "POST",
        "/api/session",
        "{\"name\":\"%s\",\"password\":\"%s\",\"code\":\"%s\"}"
            .formatted(name, password, code)
            .getBytes(StandardCharsets.UTF_8),
        "application/json");
  }

  /// From now on changes go without the token, as a forged page would send them.
  public Browser withoutToken() {
    sendsToken = false;
    return this;
  }

  public HttpResponse<byte[]> get(String path) {
    return send("GET", path, new byte[0], null);
  }

  public JsonNode json(String path) {
    HttpResponse<byte[]> response = get(path);
    assertThat(response.statusCode()).as(path).isEqualTo(200);
    return JSON.readTree(response.body());
  }

  public HttpResponse<byte[]> post(String path, String json) {
    return send("POST", path, json.getBytes(StandardCharsets.UTF_8), "application/json");
  }

  public HttpResponse<byte[]> put(String path, String json) {
    return send("PUT", path, json.getBytes(StandardCharsets.UTF_8), "application/json");
  }

  public HttpResponse<byte[]> upload(String path, byte[] bytes) {
    return send("POST", path, bytes, "application/octet-stream");
  }

  public HttpResponse<byte[]> send(String method, String path, byte[] body, String type) {
    return sendTo(RunningServer.get().address() + path, method, body, type);
  }

  /// Asks at another server's address.
  public HttpResponse<byte[]> getAt(String address) {
    return sendTo(address, "GET", new byte[0], null);
  }

  /// Where a response leads to.
  public static String location(HttpResponse<byte[]> response) {
    assertThat(response.statusCode()).isEqualTo(302);
    return response.headers().firstValue("Location").orElseThrow();
  }

  private HttpResponse<byte[]> sendTo(String address, String method, byte[] body, String type) {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(address))
            .method(
                method,
                body == null
                    ? HttpRequest.BodyPublishers.noBody()
                    : HttpRequest.BodyPublishers.ofByteArray(body));
    if (type != null) {
      request.header("Content-Type", type);
    }
    if (!bearer.isEmpty()) {
      request.header("Authorization", "Bearer " + bearer);
    }
    if (sendsToken) {
      cookies.getCookieStore().getCookies().stream()
          .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
          .forEach(cookie -> request.header("X-XSRF-TOKEN", cookie.getValue()));
    }
    try {
      return client.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    } catch (InterruptedException interrupted) {
      throw new IllegalStateException(interrupted);
    }
  }

  /// Waits for a job that a response started.
  public JsonNode job(HttpResponse<byte[]> started) {
    assertThat(started.statusCode()).as(text(started)).isEqualTo(200);
    return job(JSON.readTree(started.body()).get("id").asLong());
  }

  /// Waits for a job.
  public JsonNode job(long id) {
    JsonNode job = json("/api/jobs/" + id);
    for (int i = 0; i < 600 && job.get("state").asString().matches("waiting|running"); i++) {
      try {
        Thread.sleep(50);
      } catch (InterruptedException interrupted) {
        throw new IllegalStateException(interrupted);
      }
      job = json("/api/jobs/" + id);
    }
    return job;
  }

  public static String text(HttpResponse<byte[]> response) {
    return new String(response.body(), StandardCharsets.UTF_8);
  }

  public static JsonNode tree(HttpResponse<byte[]> response) {
    return JSON.readTree(response.body());
  }

  /// Opens an audit folder with one application called `till` and answers with the snapshot's address.
  public String openAudit(Path folder, String title, String asOf) {
    try {
      Files.createDirectories(folder);
      Files.writeString(
          folder.resolve("audit.yaml"),
          "audit: %s\nas-of: %s\napplications: [{id: till, name: Till}]\n".formatted(title, asOf));
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
    return open(folder);
  }

  /// Opens an audit folder and answers with the snapshot's address.
  public String open(Path folder) {
    JsonNode job = job(post("/api/snapshots", "{\"path\":\"%s\"}".formatted(folder)));
    assertThat(job.get("state").asString()).as(job.toString()).isEqualTo("done");
    return "/api/snapshots/" + job.get("result").asLong();
  }

  /// Drops a file of the application `till` and answers with its evidence's address.
  public String drop(String audit, String name, String text) {
    HttpResponse<byte[]> dropped =
        upload(
            audit + "/files?application=till&name=" + name, text.getBytes(StandardCharsets.UTF_8));
    assertThat(dropped.statusCode()).as(text(dropped)).isEqualTo(200);
    JsonNode arrived = tree(dropped);
    if (!arrived.get("job").isNull()) {
      job(arrived.get("job").asLong());
    }
    return audit + "/evidence/" + arrived.get("id").asLong();
  }

  /// The address of the demo audit's snapshot.
  public String demo() {
    for (JsonNode one : json("/api/snapshots")) {
      if (one.get("title").asString().equals("Half-year access audit")) {
        return "/api/snapshots/" + one.get("id").asLong();
      }
    }
    throw new AssertionError("the demo is not open");
  }
}
