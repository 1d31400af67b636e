package app.stalekeys.server.watches;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckSettings;
import app.stalekeys.core.check.catalogue.Catalogue;
import app.stalekeys.core.signin.AddressRange;
import app.stalekeys.core.watch.Alarm;
import app.stalekeys.core.watch.Watch;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.mail.Mailer;
import app.stalekeys.server.platform.Refusal;
import java.net.URI;
import java.security.Principal;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.data.domain.Limit;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/// Watches over sign-ins between audits: what is listened to, what fires, and whom it tells.
@RestController
@RequestMapping("/api/watches")
class WatchesController {

  private static final int SHOWN = 200;
  private static final int A_WEEK = 7 * 24 * 60;

  /// @param count null where the rule has no such figure
  record RuleView(
      String id, String title, String why, @Nullable Integer count, @Nullable Integer minutes) {}

  /// @param tls whether a certificate is kept; the certificate and its key never leave
  /// @param fault why nothing is listened to though it should be
  record ListeningView(
      boolean on,
      boolean running,
      String fault,
      int syslogPort,
      boolean tls,
      String folder,
      String zone,
      String smtpHost,
      int smtpPort,
      String mailFrom,
      long received,
      long rejected,
      @Nullable String last,
      List<String> problems) {}

  /// @param signed whether a secret is kept; it never leaves
  record WatchView(
      long id,
      String name,
      String rule,
      boolean on,
      int count,
      int minutes,
      int within,
      int quiet,
      String expected,
      String webhook,
      boolean signed,
      String mailTo) {}

  record DeliveryView(
      String channel, String target, String state, int tries, String nextAt, String answer) {}

  record AlarmView(
      long id,
      String watch,
      String firedAt,
      String first,
      String last,
      String subject,
      String sentence,
      boolean trial,
      List<DeliveryView> deliveries) {}

  /// Receivers that came with the program to be tried.
  record WatchStandIn(String webhook, String secret, String smtpHost, int smtpPort) {}

  record WatchPage(
      ListeningView listening,
      List<RuleView> rules,
      List<WatchView> watches,
      List<AlarmView> alarms,
      @Nullable WatchStandIn standIn) {}

  /// @param certificate and `privateKey`: empty to leave them as they are, `-` to take them away
  record ListeningText(
      boolean on,
      int syslogPort,
      String certificate,
      String privateKey,
      String folder,
      String zone,
      String smtpHost,
      int smtpPort,
      String mailFrom) {}

  /// @param secret empty to leave it as it is
  record WatchText(
      String name,
      String rule,
      boolean on,
      int count,
      int minutes,
      int within,
      int quiet,
      String expected,
      String webhook,
      String secret,
      String mailTo) {}

  private final WatchRows rows;
  private final WatchSettingsRows settings;
  private final Mailer mailer;
  private final AlarmRows alarms;
  private final DeliveryRows deliveries;
  private final Watching watching;
  private final Listening listening;
  private final Journal journal;
  private final TransactionTemplate transactions;
  private final Clock clock;
  private final @Nullable WatchStandIn standIn;

  WatchesController(
      WatchRows rows,
      WatchSettingsRows settings,
      Mailer mailer,
      AlarmRows alarms,
      DeliveryRows deliveries,
      Watching watching,
      Listening listening,
      Journal journal,
      TransactionTemplate transactions,
      Clock clock,
      tools.jackson.databind.json.JsonMapper json,
      @Value("${stalekeys.watch.stand-in:}") String standIn) {
    this.rows = rows;
    this.settings = settings;
    this.mailer = mailer;
    this.alarms = alarms;
    this.deliveries = deliveries;
    this.watching = watching;
    this.listening = listening;
    this.journal = journal;
    this.transactions = transactions;
    this.clock = clock;
    this.standIn = standIn.isEmpty() ? null : json.readValue(standIn, WatchStandIn.class);
  }

  @GetMapping
  WatchPage page() {
    List<AlarmRow> latest = alarms.findAllByOrderByIdDesc(Limit.of(SHOWN));
    Map<Long, List<DeliveryRow>> told =
        deliveries.findByAlarmIdInOrderById(latest.stream().map(AlarmRow::id).toList()).stream()
            .collect(Collectors.groupingBy(DeliveryRow::alarmId));
    return new WatchPage(
        listening(kept()),
        Arrays.stream(Watch.Rule.values()).map(WatchesController::rule).toList(),
        rows.findAllByOrderByName().stream().map(WatchesController::view).toList(),
        latest.stream()
            .map(alarm -> alarm(alarm, told.getOrDefault(alarm.id(), List.of())))
            .toList(),
        standIn);
  }

  private WatchSettings kept() {
    return settings.findById(WatchSettings.ONLY).orElseGet(WatchSettings::off);
  }

  private ListeningView listening(WatchSettings kept) {
    Watching.Count count = watching.count();
    Mailer.Server mail = mailer.server();
    return new ListeningView(
        kept.listening(),
        listening.isListening(),
        listening.fault(),
        kept.syslogPort(),
        kept.tls(),
        kept.folder(),
        kept.zone(),
        mail.host(),
        mail.port(),
        mail.sender(),
        count.received(),
        count.rejected(),
        count.last() == null ? null : count.last().toString(),
        count.problems());
  }

  /// Title, reason and standard figures are those of the check.
  private static RuleView rule(Watch.Rule rule) {
    Check check = Catalogue.check(rule.id()).orElseThrow();
    return new RuleView(
        rule.id(),
        check.title(),
        check.card().why(),
        standard(check, "count"),
        standard(check, "minutes"));
  }

  private static @Nullable Integer standard(Check check, String parameter) {
    return check.parameters().stream().anyMatch(one -> one.name().equals(parameter))
        ? Integer.valueOf(check.number(CheckSettings.NONE, parameter))
        : null;
  }

  private static WatchView view(WatchRow row) {
    Watch watch = row.watch();
    return new WatchView(
        row.id(),
        row.name(),
        row.rule().id(),
        row.switchedOn(),
        watch.count(),
        watch.minutes(),
        watch.within(),
        watch.quiet(),
        row.expected(),
        row.webhook(),
        !row.secret().isEmpty(),
        row.mailTo());
  }

  private static AlarmView alarm(AlarmRow alarm, List<DeliveryRow> deliveries) {
    return new AlarmView(
        alarm.id(),
        alarm.watchName(),
        alarm.firedAt().toString(),
        alarm.first().toString(),
        alarm.last().toString(),
        alarm.subject(),
        alarm.sentence(),
        alarm.trial(),
        deliveries.stream()
            .map(row ->
                new DeliveryView(
                    row.channel(),
                    row.target(),
                    row.state(),
                    row.tries(),
                    row.nextAt().toString(),
                    row.answer()))
            .toList());
  }

  @PutMapping("/listening")
  ListeningView listen(@RequestBody ListeningText text, Principal who) {
    check(text);
    WatchSettings row = kept();
    row.listen(text.on, text.syslogPort, text.folder.strip(), text.zone);
    row.protect(kept(text.certificate, row.certificate()), kept(text.privateKey, row.privateKey()));
    listening.begin(row);
    transactions.executeWithoutResult(status -> {
      settings.save(row);
      mailer.sendBy(new Mailer.Server(text.smtpHost.strip(), text.smtpPort, text.mailFrom.strip()));
      journal.write(
          who.getName(),
          "setting",
          text.on
              ? "listens for sign-ins, port %d, folder %s"
                  .formatted(text.syslogPort, text.folder.isBlank() ? "none" : text.folder)
              : "listens for nothing");
    });
    return listening(row);
  }

  private static String kept(String given, String before) {
    return given.isBlank() ? before : given.strip().equals("-") ? "" : given;
  }

  private static void check(ListeningText text) {
    List<String> faults = new ArrayList<>();
    if (text.syslogPort < 0 || text.syslogPort > 65_535) {
      faults.add("The port is %d, expected 0 for none or 1 to 65535.".formatted(text.syslogPort));
    }
    if (text.smtpPort < 1 || text.smtpPort > 65_535) {
      faults.add("The mail server's port is %d, expected 1 to 65535.".formatted(text.smtpPort));
    }
    try {
      ZoneId.of(text.zone);
    } catch (DateTimeException unknown) {
      faults.add("\"%s\" is no zone, expected one such as Atlantic/Faroe.".formatted(text.zone));
    }
    if (!faults.isEmpty()) {
      throw Refusal.unusable(faults);
    }
  }

  @PostMapping
  WatchView add(@RequestBody WatchText text, Principal who) {
    return keep(null, WatchRow.fresh(), text, who);
  }

  @PutMapping("/{id}")
  WatchView change(@PathVariable long id, @RequestBody WatchText text, Principal who) {
    return keep(id, found(id), text, who);
  }

  private WatchRow found(long id) {
    return rows.findById(id)
        .orElseThrow(() -> Refusal.missing("There is no such watch; reload the page."));
  }

  /// @param id null for a new one
  private WatchView keep(@Nullable Long id, WatchRow row, WatchText text, Principal who) {
    Watch.Rule rule = check(text);
    rows.findByName(text.name.strip())
        .filter(other -> id == null || other.id() != id)
        .ifPresent(other -> {
          throw Refusal.conflict("There is a watch \"%s\" already.".formatted(other.name()));
        });
    row.rename(text.name.strip(), rule, text.on);
    row.set(text.count, text.minutes, text.within, text.quiet, text.expected.strip());
    row.tell(text.webhook.strip(), text.secret, text.mailTo.strip());
    WatchView kept =
        java.util.Objects.requireNonNull(
            transactions.execute(status -> {
              WatchView view = view(rows.save(row));
              journal.write(
                  who.getName(),
                  "setting",
                  "watch \"%s\" is %s".formatted(row.name(), row.switchedOn() ? "on" : "off"));
              return view;
            }));
    watching.begin();
    return kept;
  }

  private static Watch.Rule check(WatchText text) {
    List<String> faults = new ArrayList<>();
    if (text.name.isBlank() || text.name.length() > 200) {
      faults.add("A watch needs a name of 1 to 200 characters.");
    }
    if (text.count < 1 || text.count > 10_000) {
      faults.add("The number is %d, expected 1 to 10,000.".formatted(text.count));
    }
    for (int minutes : new int[] {text.minutes, text.within, text.quiet}) {
      if (minutes < 0 || minutes > A_WEEK) {
        faults.add("%d minutes are given, expected 0 to %,d.".formatted(minutes, A_WEEK));
      }
    }
    for (String range : text.expected.strip().split("[\\s,;]+")) {
      if (!range.isEmpty() && AddressRange.of(range).isEmpty()) {
        faults.add(
            "\"%s\" is no address and no range; expected one such as 10.20.0.0/16."
                .formatted(range));
      }
    }
    if (!text.webhook.isBlank() && !isWeb(text.webhook.strip())) {
      faults.add(
          "The webhook is \"%s\", expected an address that begins with https:// or http://."
              .formatted(text.webhook));
    }
    Watch.Rule rule =
        Arrays.stream(Watch.Rule.values())
            .filter(one -> one.id().equals(text.rule))
            .findFirst()
            .orElse(null);
    if (rule == null) {
      faults.add("\"%s\" is no check that can watch.".formatted(text.rule));
    } else if (rule == Watch.Rule.UNEXPECTED_ADDRESS && text.expected.isBlank()) {
      faults.add("Name the addresses that are expected; without any, every sign-in would fire.");
    }
    if (rule == null || !faults.isEmpty()) {
      throw Refusal.unusable(faults);
    }
    return rule;
  }

  private static boolean isWeb(String address) {
    try {
      URI uri = URI.create(address);
      return uri.getHost() != null
          && ("https".equals(uri.getScheme()) || "http".equals(uri.getScheme()));
    } catch (IllegalArgumentException unreadable) {
      return false;
    }
  }

  /// Sends a trial to the watch's receivers.
  @PostMapping("/{id}/trial")
  void trial(@PathVariable long id) {
    long now = clock.millis();
    WatchRow row = found(id);
    watching.tell(row, new Alarm(row.rule(), "trial", now, now, 0, "", 0), true);
  }

  @DeleteMapping("/{id}")
  void forget(@PathVariable long id, Principal who) {
    WatchRow row = found(id);
    transactions.executeWithoutResult(status -> {
      rows.delete(row);
      journal.write(who.getName(), "setting", "forgot the watch \"%s\"".formatted(row.name()));
    });
    watching.begin();
  }
}
