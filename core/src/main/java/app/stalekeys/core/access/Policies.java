package app.stalekeys.core.access;

import app.stalekeys.core.evidence.Answer;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.source.Place;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// The settings that policies impose, and to whom each applies: the most specific holder holds, an
/// account before the roles it reaches, these before everyone. Policies that are not enforced count for
/// nothing.
public final class Policies {

  /// One setting of one policy.
  ///
  /// @param holder a role's id or an account's key as written; empty for everyone
  public record Setting(
      String policy, String name, String value, String holder, boolean enforced, Place place) {}

  private final List<Setting> settings = new ArrayList<>();
  private final Map<Integer, List<Setting>> byAccount = new HashMap<>();
  private final Map<String, List<Setting>> byRole = new HashMap<>();
  private final List<Setting> forEveryone = new ArrayList<>();

  /// A holder is a role if one of that name is known, else an account if one is.
  public static Policies read(
      Collection<? extends FactSource> sources, AccountBook accounts, RoleGraph roles) {
    Policies policies = new Policies();
    for (FactSource source : sources) {
      FactCursor.forEach(
          source,
          Kind.POLICIES,
          row ->
              policies.add(
                  new Setting(
                      row.text("policy"),
                      row.text("setting"),
                      row.text("value"),
                      row.text("holder"),
                      row.answer("enforced") != Answer.NO,
                      row.place()),
                  accounts,
                  roles));
    }
    return policies;
  }

  private void add(Setting setting, AccountBook accounts, RoleGraph roles) {
    settings.add(setting);
    if (!setting.enforced) {
      return;
    }
    Account account = accounts.find("", setting.holder);
    if (setting.holder.isEmpty()) {
      forEveryone.add(setting);
    } else if (roles.role(setting.holder) == null && account != null) {
      byAccount.computeIfAbsent(account.index(), key -> new ArrayList<>()).add(setting);
    } else {
      byRole.computeIfAbsent(setting.holder, key -> new ArrayList<>()).add(setting);
    }
  }

  /// Every row, enforced or not, in the order of the files.
  public List<Setting> all() {
    return settings;
  }

  /// Whether any enforced policy sets this.
  public boolean sets(String name) {
    return settings.stream().anyMatch(setting -> setting.enforced && setting.name.equals(name));
  }

  /// The enforced settings of a name at the most specific level that has any; empty when none has.
  ///
  /// @param reached ids of the roles that the account reaches
  public List<Setting> of(Account account, Set<String> reached, String name) {
    List<Setting> own = named(byAccount.getOrDefault(account.index(), List.of()), name);
    if (!own.isEmpty()) {
      return own;
    }
    List<Setting> ofRoles = new ArrayList<>();
    byRole.forEach((role, held) -> {
      if (reached.contains(role)) {
        ofRoles.addAll(named(held, name));
      }
    });
    return ofRoles.isEmpty() ? named(forEveryone, name) : ofRoles;
  }

  private static List<Setting> named(List<Setting> settings, String name) {
    return settings.stream().filter(setting -> setting.name.equals(name)).toList();
  }

  /// The number of a setting; null when it is none.
  public static @Nullable Long number(Setting setting) {
    String value = setting.value.strip();
    return value.length() < 10 && value.matches("[0-9]+") ? Long.valueOf(value) : null;
  }
}
