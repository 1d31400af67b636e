package app.stalekeys.server.watches;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.demo.AlarmReceiver;
import app.stalekeys.server.support.Browser;
import app.stalekeys.server.support.SelfSigned;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// Watches from the wire to the receiver, against a receiver that stands in.
class WatchesTest {

  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final Browser browser = Browser.signedIn();
  private AlarmReceiver receiver;

  @BeforeEach
  void open() throws IOException {
    receiver = AlarmReceiver.start();
  }

  @AfterEach
  void close() throws IOException {
    browser
        .json("/api/watches")
        .get("watches")
        .forEach(watch ->
            browser.send("DELETE", "/api/watches/" + watch.get("id").asLong(), null, null));
    listen(0, "", Map.of("on", false));
    receiver.close();
  }

  private static int freePort() throws IOException {
    try (ServerSocket probe = new ServerSocket(0)) {
      return probe.getLocalPort();
    }
  }

  private void listen(int port, String folder, Map<String, Object> more) {
    Map<String, Object> text = new LinkedHashMap<>();
    text.put("on", true);
    text.put("syslogPort", port);
    text.put("certificate", "-");
    text.put("privateKey", "-");
    text.put("folder", folder);
    text.put("zone", "UTC");
    text.put("smtpHost", "127.0.0.1");
    text.put("smtpPort", receiver.smtpPort());
    text.put("mailFrom", "stale-keys@fennicksound.example");
    text.putAll(more);
    var answer = browser.put("/api/watches/listening", JSON.writeValueAsString(text));
    assertThat(answer.statusCode()).as(Browser.text(answer)).isEqualTo(200);
  }

  private void watch(String name, String secret, String mailTo) {
    Map<String, Object> text = new LinkedHashMap<>();
    text.put("name", name);
    text.put("rule", "guessing");
    text.put("on", true);
    text.put("count", 3);
    text.put("minutes", 10);
    text.put("within", 0);
    text.put("quiet", 30);
    text.put("expected", "");
    text.put("webhook", receiver.address());
    text.put("secret", secret);
    text.put("mailTo", mailTo);
    var answer = browser.post("/api/watches", JSON.writeValueAsString(text));
    assertThat(answer.statusCode()).as(Browser.text(answer)).isEqualTo(200);
  }

  private static List<String> failures(String account) {
    return IntStream.range(0, 3)
        .mapToObj(i ->
            "<38>1 2026-07-09T02:1%d:40Z dir-1 signin 7 - [auth@32473 account=\"%s\" outcome=\"failure\" address=\"203.0.113.9\"] refused"
                .formatted(i, account))
        .toList();
  }

  private static void until(String what, BooleanSupplier reached) {
    long end = System.nanoTime() + Duration.ofSeconds(20).toNanos();
    while (!reached.getAsBoolean()) {
      assertThat(System.nanoTime()).as(what).isLessThan(end);
      try {
        Thread.sleep(50);
      } catch (InterruptedException interrupted) {
        throw new IllegalStateException(interrupted);
      }
    }
  }

  private static void send(Socket socket, String text) throws IOException {
    OutputStream out = socket.getOutputStream();
    out.write(text.getBytes(StandardCharsets.UTF_8));
    out.flush();
  }

  @Test
  void failuresByWireAreToldSignedOnceAndByMailAndTriedAgainWhenRefused() throws IOException {
    watch("By wire", AlarmReceiver.SECRET, "auditor@fennicksound.example");
    int port = freePort();
    listen(port, "", Map.of());
    receiver.refuseNext(2);
    try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
      send(socket, String.join("\n", failures("mo")) + "\n");
      for (String line : failures("mo")) {
        send(socket, line.length() + " " + line);
      }
      until("the webhook", () -> !receiver.alarms().isEmpty());
      until("the mail", () -> !receiver.letters().isEmpty());
    }
    JsonNode event = JSON.readTree(receiver.alarms().getFirst());
    assertThat(event.get("specversion").asString()).isEqualTo("1.0");
    assertThat(event.get("type").asString()).isEqualTo("app.stalekeys.watch.fired");
    assertThat(event.get("data").get("sentence").asString())
        .isEqualTo("The account mo failed 3 times in a row, from 203.0.113.9.");
    assertThat(receiver.letters().getFirst())
        .contains("Subject: Stale Keys: By wire", "The account mo failed 3 times");
    JsonNode page = browser.json("/api/watches");
    until(
        "six attempts",
        () -> browser.json("/api/watches").get("listening").get("received").asInt() >= 6);
    assertThat(page.get("alarms"))
        .filteredOn(one -> one.get("watch").asString().equals("By wire"))
        .hasSize(1);
    JsonNode delivery = browser.json("/api/watches").get("alarms").get(0).get("deliveries").get(0);
    assertThat(delivery.get("tries").asInt()).isEqualTo(3);
    assertThat(delivery.get("state").asString()).isEqualTo("delivered");
    assertThat(page.toString()).doesNotContain(AlarmReceiver.SECRET);
  }

  @Test
  void whatTheReceiverNeverTakesIsGivenUpAndSaid() throws IOException {
    watch("Wrong secret", "another secret", "");
    long id = browser.json("/api/watches").get("watches").get(0).get("id").asLong();
    browser.post("/api/watches/" + id + "/trial", "{}");
    until(
        "given up",
        () ->
            browser
                .json("/api/watches")
                .get("alarms")
                .get(0)
                .get("deliveries")
                .get(0)
                .get("state")
                .asString()
                .equals("given up"));
    JsonNode alarm = browser.json("/api/watches").get("alarms").get(0);
    assertThat(alarm.get("trial").asBoolean()).isTrue();
    assertThat(alarm.get("deliveries").get(0).get("answer").asString())
        .isEqualTo("answered with 401");
    assertThat(receiver.alarms()).isEmpty();
  }

  @Test
  void overTlsItIsTheSame(@TempDir Path folder) throws Exception {
    watch("By TLS", AlarmReceiver.SECRET, "");
    SelfSigned identity = SelfSigned.in(folder);
    int port = freePort();
    listen(
        port,
        "",
        Map.of("certificate", identity.certificate(), "privateKey", identity.privateKey()));
    try (Socket socket =
        identity.client().getSocketFactory().createSocket(InetAddress.getLoopbackAddress(), port)) {
      send(socket, String.join("\n", failures("liv")) + "\n");
      until("the webhook", () -> !receiver.alarms().isEmpty());
    }
    assertThat(browser.json("/api/watches").toString()).doesNotContain("PRIVATE KEY");
  }

  @Test
  void aNewFileInTheFolderIsReadAndOneThatWasThereIsNot(@TempDir Path folder) throws IOException {
    watch("By folder", AlarmReceiver.SECRET, "");
    Files.write(folder.resolve("old.log"), failures("old"));
    listen(0, folder.toString(), Map.of());
    Files.write(folder.resolve("new.log"), failures("ana"));
    until("the webhook", () -> !receiver.alarms().isEmpty());
    assertThat(receiver.alarms()).hasSize(1).first().asString().contains("The account ana");
  }

  @Test
  void whatCannotBeListenedToIsRefusedAndNothingIsKept() {
    var answer =
        browser.put(
            "/api/watches/listening",
            "{\"on\":true,\"syslogPort\":0,\"certificate\":\"\",\"privateKey\":\"\",\"folder\":\"/no/such/folder\","
                + "\"zone\":\"UTC\",\"smtpHost\":\"\",\"smtpPort\":25,\"mailFrom\":\"\"}");
    assertThat(answer.statusCode()).isEqualTo(422);
    assertThat(Browser.text(answer)).contains("/no/such/folder is no folder");
    assertThat(browser.json("/api/watches").get("listening").get("on").asBoolean()).isFalse();
    assertThat(
            Browser.text(
                browser.post(
                    "/api/watches",
                    "{\"name\":\"x\",\"rule\":\"unexpected-address\",\"on\":true,\"count\":1,\"minutes\":1,\"within\":0,"
                        + "\"quiet\":1,\"expected\":\"\",\"webhook\":\"ftp://x\",\"secret\":\"\",\"mailTo\":\"\"}")))
        .contains("begins with https://", "every sign-in would fire");
  }

  @Test
  void framesAreCountedOrEndWithALine() throws IOException {
    byte[] stream = "5 <1>ab<2>line\n7 <3>a\nbc\n<4>end".getBytes(StandardCharsets.UTF_8);
    Frames frames = new Frames(new ByteArrayInputStream(stream), 100);
    assertThat(frames.next()).asString().isEqualTo("<1>ab");
    assertThat(frames.next()).asString().isEqualTo("<2>line");
    assertThat(frames.next()).asString().isEqualTo("<3>a bc");
    assertThat(frames.next()).asString().isEqualTo("<4>end");
    assertThat(frames.next()).isNull();
    Frames tooLong =
        new Frames(new ByteArrayInputStream("999999999 <1>".getBytes(StandardCharsets.UTF_8)), 100);
    assertThat(org.assertj.core.api.Assertions.catchThrowable(tooLong::next))
        .hasMessageContaining("longer than 100 bytes");
  }
}
