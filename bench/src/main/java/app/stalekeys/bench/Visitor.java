package app.stalekeys.bench;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// Somebody with a browser, who measures how long answers take.
final class Visitor {

  /// Of every user of a bench.
  static final String PASSWORD = "a password of the bench";

  private static final int ASKED = 60;
  private static final JsonMapper JSON = JsonMapper.shared();

  private final String address;
  private final CookieManager cookies = new CookieManager();
  private final HttpClient client = HttpClient.newBuilder().cookieHandler(cookies).build();

  private Visitor(String address) {
    this.address = address;
  }

  /// Signs in.
  static Visitor of(String address, String name) throws IOException, InterruptedException {
    Visitor visitor = new Visitor(address);
    visitor.ask("GET", "/api/session", "");
    visitor.ask(
        "POST",
        "/api/session",
        "{\"name\":\"%s\",\"password\":\"%s\",\"code\":\"\"}".formatted(name, PASSWORD));
    visitor.ask("GET", "/api/session", "");
    return visitor;
  }

  JsonNode ask(String method, String path, String body) throws IOException, InterruptedException {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(address + path))
            .method(method, HttpRequest.BodyPublishers.ofString(body))
            .header("Content-Type", "application/json");
    cookies.getCookieStore().getCookies().stream()
        .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
        .forEach(cookie -> request.header("X-XSRF-TOKEN", cookie.getValue()));
    HttpResponse<byte[]> answer =
        client.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
    String text = new String(answer.body(), StandardCharsets.UTF_8);
    if (answer.statusCode() != 200) {
      throw new IllegalStateException(path + " answered " + answer.statusCode() + " " + text);
    }
    return JSON.readTree(text.isEmpty() ? "{}" : text);
  }

  /// Opens an audit folder and answers with the snapshot's id.
  long open(Path folder) throws IOException, InterruptedException {
    JsonNode started = ask("POST", "/api/snapshots", "{\"path\":\"%s\"}".formatted(folder));
    JsonNode job = waited(started.get("id").asLong());
    if (!job.get("state").asString().equals("done")) {
      throw new IllegalStateException(job.toString());
    }
    return job.get("result").asLong();
  }

  /// The snapshot that is open already.
  long known() throws IOException, InterruptedException {
    return ask("GET", "/api/snapshots", "").get(0).get("id").asLong();
  }

  /// Waits until a snapshot is in memory.
  void load(String snapshot) throws IOException, InterruptedException {
    JsonNode job = ask("GET", snapshot + "/load", "").get("job");
    if (!job.isNull()) {
      waited(job.asLong());
    }
  }

  private JsonNode waited(long id) throws IOException, InterruptedException {
    JsonNode job = ask("GET", "/api/jobs/" + id, "");
    while (job.get("state").asString().matches("waiting|running")) {
      Thread.sleep(200);
      job = ask("GET", "/api/jobs/" + id, "");
    }
    return job;
  }

  /// Milliseconds within which 95 of 100 answers came. A `#` in the path is another number each time.
  long patience(String path) throws IOException, InterruptedException {
    List<Long> times = new ArrayList<>();
    for (int i = 0; i < ASKED; i++) {
      long before = System.nanoTime();
      ask("GET", path.replace("#", String.valueOf(i)), "");
      times.add(System.nanoTime() - before);
    }
    return percentile(times);
  }

  /// @param times nanoseconds
  /// @return milliseconds
  static long percentile(List<Long> times) {
    return times.stream().sorted().toList().get(times.size() * 95 / 100) / 1_000_000;
  }
}
