package app.stalekeys.server.watches;

import app.stalekeys.server.mail.Mailer;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/// Carries alarms to their receivers, tries again with growing pauses, and writes down what came back. What waits
/// is in the database, so nothing is lost over a restart.
@Service
class Deliverer {

  private static final Logger LOG = LoggerFactory.getLogger(Deliverer.class);
  private static final int AT_ONCE = 50;
  private static final Duration PATIENCE = Duration.ofSeconds(10);

  private final DeliveryRows deliveries;
  private final AlarmRows alarms;
  private final WatchRows watches;
  private final Mailer mailer;
  private final TransactionTemplate transactions;
  private final Clock clock;
  private final JsonMapper json;
  private final List<Duration> pauses;
  private final HttpClient client =
      HttpClient.newBuilder()
          .connectTimeout(PATIENCE)
          .followRedirects(HttpClient.Redirect.NEVER)
          .build();
  private final ScheduledExecutorService worker =
      Executors.newSingleThreadScheduledExecutor(
          Thread.ofPlatform().daemon().name("deliveries").factory());

  Deliverer(
      DeliveryRows deliveries,
      AlarmRows alarms,
      WatchRows watches,
      Mailer mailer,
      TransactionTemplate transactions,
      Clock clock,
      JsonMapper json,
      @Value("${stalekeys.watch.pauses:5s,30s,2m,10m,1h,6h}") List<Duration> pauses) {
    this.deliveries = deliveries;
    this.alarms = alarms;
    this.watches = watches;
    this.mailer = mailer;
    this.transactions = transactions;
    this.clock = clock;
    this.json = json;
    this.pauses = List.copyOf(pauses);
  }

  /// What a try came to.
  private record Answer(boolean delivered, String words) {}

  @EventListener
  void onReady(ApplicationReadyEvent ready) {
    worker.scheduleWithFixedDelay(this::deliver, 1, 1, TimeUnit.SECONDS);
  }

  @PreDestroy
  void stop() {
    worker.shutdownNow();
  }

  private void deliver() {
    try {
      deliveries
          .findByStateAndNextAtLessThanEqualOrderById(
              DeliveryRow.WAITING, clock.instant(), Limit.of(AT_ONCE))
          .forEach(this::deliver);
    } catch (RuntimeException failed) {
      // A fault of one round must not end all that follow.
      LOG.warn("deliveries were not tried", failed);
    }
  }

  private void deliver(DeliveryRow row) {
    AlarmRow alarm = alarms.findById(row.alarmId()).orElseThrow();
    Answer answer = row.channel().equals("mail") ? mail(row, alarm) : webhook(row, alarm);
    transactions.executeWithoutResult(status -> {
      row.tried(answer.delivered, answer.words, again(row));
      deliveries.save(row);
    });
  }

  private @Nullable Instant again(DeliveryRow row) {
    return row.tries() < pauses.size() ? clock.instant().plus(pauses.get(row.tries())) : null;
  }

  /// A CloudEvents 1.0 envelope in structured JSON, signed over its time and bytes.
  private Answer webhook(DeliveryRow row, AlarmRow alarm) {
    String secret = watches.findById(alarm.watchId()).map(WatchRow::secret).orElse("");
    byte[] body = json.writeValueAsBytes(envelope(alarm));
    String sent = String.valueOf(clock.instant().getEpochSecond());
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(row.target()))
            .timeout(PATIENCE)
            .header("Content-Type", "application/cloudevents+json; charset=utf-8")
            .POST(HttpRequest.BodyPublishers.ofByteArray(body));
    if (!secret.isEmpty()) {
      request.header("Signature-Time", sent).header("Signature-256", sign(secret, sent, body));
    }
    try {
      HttpResponse<String> response =
          client.send(request.build(), HttpResponse.BodyHandlers.ofString());
      return new Answer(response.statusCode() / 100 == 2, "answered with " + response.statusCode());
    } catch (IOException failed) {
      return new Answer(false, "not reached: " + failed);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      return new Answer(false, "stopped while it was tried");
    }
  }

  private static Map<String, Object> envelope(AlarmRow alarm) {
    Map<String, Object> data = new LinkedHashMap<>();
    data.put("watch", alarm.watchName());
    data.put("sentence", alarm.sentence());
    data.put("subject", alarm.subject());
    data.put("count", alarm.attempts());
    data.put("first", alarm.first().toString());
    data.put("last", alarm.last().toString());
    data.put("trial", alarm.trial());
    Map<String, Object> envelope = new LinkedHashMap<>();
    envelope.put("specversion", "1.0");
    envelope.put("id", "alarm-" + alarm.id());
    envelope.put("source", "/watches/" + alarm.watchId());
    envelope.put("type", "app.stalekeys.watch.fired");
    envelope.put("subject", alarm.subject());
    envelope.put("time", alarm.firedAt().toString());
    envelope.put("datacontenttype", "application/json");
    envelope.put("data", data);
    return envelope;
  }

  /// Hexadecimal HMAC-SHA-256 over the time, a full stop and the body.
  static String sign(String secret, String time, byte[] body) {
    try {
      Mac mac = Mac.getInstance("HmacSHA256");
      mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
      mac.update((time + ".").getBytes(StandardCharsets.UTF_8));
      return HexFormat.of().formatHex(mac.doFinal(body));
    } catch (GeneralSecurityException missing) {
      throw new IllegalStateException(missing);
    }
  }

  private Answer mail(DeliveryRow row, AlarmRow alarm) {
    Mailer.Outcome outcome =
        mailer.send(
            new Mailer.Letter(
                row.target(),
                "Stale Keys: " + alarm.watchName(),
                """
                %s

                First attempt  %s
                Last attempt   %s
                Watch          %s
                Alarm          %d
                """
                    .formatted(
                        alarm.sentence(),
                        alarm.first(),
                        alarm.last(),
                        alarm.watchName(),
                        alarm.id()),
                null));
    return new Answer(outcome.taken(), outcome.words());
  }
}
