package app.stalekeys.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/// The program is killed as `kill -9` does, in the middle of reading and right after an answer. After
/// the next start each file is wholly in or wholly out and nothing that was acknowledged is lost.
class KillIT {

  private static final String PASSWORD = "nine ferries, four ports";
  private static final int ROWS = 400_000;

  @Test
  void aFileIsWhollyInOrOutAndADecisionIsKept(@TempDir Path folder) throws Exception {
    Path log = folder.resolve("big.csv");
    StringBuilder rows = new StringBuilder("at;account;outcome;address\n");
    for (int i = 0; i < ROWS; i++) {
      rows.append(
          "2026-05-%02d 08:%02d:%02d;admin;success;10.20.%d.%d%n"
              .formatted(1 + i % 28, i % 60, i % 59, i % 250, i % 199));
    }
    Files.writeString(log, rows);
    String data = folder.resolve("data").toString();

    Program first = Program.start("demo", "--data", data, "--port", "0");
    Client client = new Client(first.address());
    client.signIn();
    String finding =
        client
            .get("/api/snapshots/2/findings?check=orphan&limit=1")
            .replaceAll("(?s).*\"key\":\"([0-9a-f]{16})\".*", "$1");
    assertThat(
            client
                .post(
                    "/api/snapshots/2/findings/decisions",
                    "{\"findings\":[{\"key\":\"%s\",\"decision\":0}],\"verdict\":\"FIX\"}"
                        .formatted(finding))
                .statusCode())
        .isEqualTo(200);
    first.kill();

    Program second = Program.start("demo", "--data", data, "--port", "0");
    client = new Client(second.address());
    client.signIn();
    assertThat(client.get("/api/snapshots/2/findings/" + finding))
        .as("the decision that was answered")
        .contains("\"words\":\"fix\"");
    HttpResponse<String> arrived =
        client.upload("/api/snapshots/2/files?application=ledger&name=big.csv", log);
    String desk = "/api/snapshots/2/evidence/" + number(arrived.body(), "id") + "/desk/take";
    client.waitUntilReading(number(client.post(desk, "{}").body(), "id"));
    second.kill();

    Program third = Program.start("demo", "--data", data, "--port", "0");
    client = new Client(third.address());
    client.signIn();
    String evidence = client.get("/api/snapshots/2/evidence");
    Matcher file =
        Pattern.compile("\"file\":\"ledger/big.csv\".*?\"state\":\"(\\w+)\".*?\"read\":(\\d+)")
            .matcher(evidence);
    assertThat(file.find()).as("the bytes were kept before anything was read").isTrue();
    boolean out = file.group(1).equals("received") && file.group(2).equals("0");
    boolean in = file.group(1).equals("taken") && file.group(2).equals("" + ROWS);
    assertThat(out || in).as(file.group()).isTrue();
    assertThat(client.get("/api/snapshots/2/findings/" + finding)).contains("\"words\":\"fix\"");
    assertThat(client.get("/api/snapshots/2/standing")).contains("\"findings\"");

    client.waitUntilTaken("ledger/big.csv");
    third.close();
  }

  private static long number(String json, String name) {
    Matcher found = Pattern.compile("\"" + name + "\":(\\d+)").matcher(json);
    assertThat(found.find()).as(json).isTrue();
    return Long.parseLong(found.group(1));
  }

  /// Talks to the program the way the page does.
  private static final class Client {
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();
    private final String address;

    Client(String address) {
      this.address = address;
    }

    void signIn() throws IOException, InterruptedException {
      get("/api/session");
      assertThat(
              post("/api/session", "{\"name\":\"lead\",\"password\":\"%s\"}".formatted(PASSWORD))
                  .statusCode())
          .isEqualTo(200);
      get("/api/session");
    }

    String get(String path) throws IOException, InterruptedException {
      return http.send(
              HttpRequest.newBuilder(URI.create(address + path)).build(),
              HttpResponse.BodyHandlers.ofString())
          .body();
    }

    HttpResponse<String> post(String path, String json) throws IOException, InterruptedException {
      return send(path, HttpRequest.BodyPublishers.ofString(json), "application/json");
    }

    HttpResponse<String> upload(String path, Path file) throws IOException, InterruptedException {
      return send(path, HttpRequest.BodyPublishers.ofFile(file), "application/octet-stream");
    }

    private HttpResponse<String> send(String path, HttpRequest.BodyPublisher body, String type)
        throws IOException, InterruptedException {
      HttpRequest.Builder request =
          HttpRequest.newBuilder(URI.create(address + path))
              .POST(body)
              .header("Content-Type", type);
      cookies.getCookieStore().getCookies().stream()
          .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
          .forEach(cookie -> request.header("X-XSRF-TOKEN", cookie.getValue()));
      return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
    }

    void waitUntilReading(long job) throws IOException, InterruptedException {
      for (int i = 0; i < 12_000; i++) {
        String state = get("/api/jobs/" + job);
        if (state.contains("\"step\":\"Reading") && number(state, "done") > 1000) {
          return;
        }
        Thread.sleep(5);
      }
      throw new AssertionError("the file was never seen being read");
    }

    /// The reading that was interrupted goes on by itself.
    void waitUntilTaken(String file) throws IOException, InterruptedException {
      Pattern taken = Pattern.compile(file + "\".*?\"state\":\"taken\".*?\"read\":" + ROWS + "\\D");
      for (int i = 0; i < 600; i++) {
        if (taken.matcher(get("/api/snapshots/2/evidence")).find()) {
          return;
        }
        Thread.sleep(100);
      }
      throw new AssertionError("the file was not read on: " + get("/api/snapshots/2/evidence"));
    }
  }
}
