package app.stalekeys.server.watches;

import app.stalekeys.core.signin.AddressRange;
import app.stalekeys.core.watch.Watch;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.Arrays;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/// One watch as it is kept, and whom it tells.
@Entity
@Table(name = "watch")
class WatchRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private String name = "";

  @Enumerated(EnumType.STRING)
  private Watch.Rule rule = Watch.Rule.GUESSING;

  private boolean switchedOn;
  private int threshold;
  private int minutes;
  private int withinMinutes;
  private int quietMinutes;

  /// Ranges of addresses, separated by commas or blanks.
  private String expected = "";

  private String webhook = "";

  /// Signs what goes to the webhook; never leaves by the API.
  private String secret = "";

  private String mailTo = "";

  protected WatchRow() {}

  static WatchRow fresh() {
    return new WatchRow();
  }

  long id() {
    return Objects.requireNonNull(id);
  }

  String name() {
    return name;
  }

  Watch.Rule rule() {
    return rule;
  }

  boolean switchedOn() {
    return switchedOn;
  }

  String expected() {
    return expected;
  }

  String webhook() {
    return webhook;
  }

  String secret() {
    return secret;
  }

  String mailTo() {
    return mailTo;
  }

  void rename(String newName, Watch.Rule newRule, boolean on) {
    name = newName;
    rule = newRule;
    switchedOn = on;
  }

  void set(int count, int inMinutes, int within, int quiet, String ranges) {
    threshold = count;
    minutes = inMinutes;
    withinMinutes = within;
    quietMinutes = quiet;
    expected = ranges;
  }

  /// @param newSecret empty to leave it as it is
  void tell(String address, String newSecret, String mail) {
    webhook = address;
    secret = newSecret.isEmpty() ? secret : newSecret;
    mailTo = mail;
  }

  Watch watch() {
    return new Watch(
        rule,
        threshold,
        minutes,
        withinMinutes,
        quietMinutes,
        Arrays.stream(expected.split("[\\s,;]+"))
            .map(AddressRange::of)
            .flatMap(Optional::stream)
            .toList());
  }
}
