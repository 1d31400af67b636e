package app.stalekeys.core.check.authentication;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Policies;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Holdings;
import app.stalekeys.core.source.Place;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/// A number that holds for an account: its own field, else the policy that applies to it, the most
/// specific first; of several at one level the worst.
final class SettingLookup {

  /// @param from `accounts file`, or the policy's name
  record Found(long value, String from, Place place) {}

  private final Policies policies;
  private final Holdings holdings;
  private final String name;
  private final Comparator<Long> worseLast;

  /// @param worseLast orders values so that the worst is the last
  SettingLookup(Examination examination, String name, Comparator<Long> worseLast) {
    this.policies = examination.access().records().policies();
    this.holdings = Holdings.current(examination);
    this.name = name;
    this.worseLast = worseLast;
  }

  /// @param own the account's own field
  @Nullable Found of(Account account, @Nullable Long own) {
    if (own != null) {
      return new Found(own, "accounts file", account.place());
    }
    List<Policies.Setting> settings = policies.of(account, holdings.reached(account), name);
    return settings.stream()
        .filter(setting -> Policies.number(setting) != null)
        .max(
            Comparator.comparing(
                setting -> Objects.requireNonNull(Policies.number(setting)), worseLast))
        .map(setting ->
            new Found(
                Objects.requireNonNull(Policies.number(setting)),
                setting.policy(),
                setting.place()))
        .orElse(null);
  }
}
