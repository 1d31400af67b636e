package app.stalekeys.core.access;

import app.stalekeys.core.evidence.Answer;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/// A user account in one application. A text is empty when the export has none.
///
/// @param index its position among the application's accounts, for arrays and bitsets
/// @param key the accounts file's spelling, `directory/account` where there are directories
/// @param person the person id as the export has it, matched or not
/// @param lastSignIn as the accounts file declares it; the log may know a later one
/// @param place the row of the accounts file that holds
public record Account(
    int index,
    String key,
    String name,
    String email,
    String person,
    String owner,
    Type type,
    Status status,
    @Nullable LocalDate created,
    @Nullable LocalDate expires,
    @Nullable LocalDate lastSignIn,
    String department,
    String title,
    String manager,
    PasswordRules password,
    Answer mfa,
    String mfaMethod,
    String licence,
    Place place) {

  /// What the account is for; UNKNOWN when the export does not say.
  public enum Type {
    PERSONAL,
    SERVICE,
    SHARED,
    BUILT_IN,
    EXTERNAL,
    UNKNOWN;

    /// As the exports write it; empty when they do not say.
    public String word() {
      return this == UNKNOWN ? "" : name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
    }

    static Type of(String word) {
      return switch (word) {
        case "personal" -> PERSONAL;
        case "service" -> SERVICE;
        case "shared" -> SHARED;
        case "built-in" -> BUILT_IN;
        case "external" -> EXTERNAL;
        default -> UNKNOWN;
      };
    }
  }

  /// The application's word for the state of the account; UNKNOWN when the export does not say.
  public enum Status {
    ENABLED,
    DISABLED,
    LOCKED,
    SUSPENDED,
    PENDING,
    EXPIRED,
    DELETED,
    UNKNOWN;

    static Status of(String word) {
      for (Status status : values()) {
        if (status.word().equals(word)) {
          return status;
        }
      }
      return UNKNOWN;
    }

    public String word() {
      return name().toLowerCase(java.util.Locale.ROOT);
    }
  }

  /// Key and position tell accounts apart; checks look up accounts in maps at every row of a log, and the
  /// hash over all fields would cost more than the rest.
  @Override
  public int hashCode() {
    return 31 * key.hashCode() + index;
  }

  /// The same account at a position of its application's list.
  Account at(int position) {
    return elsewhere(position, key, place);
  }

  /// Whether two rows say the same, wherever they stand.
  boolean saysTheSameAs(Account other) {
    return elsewhere(other.index, other.key, other.place).equals(other);
  }

  private Account elsewhere(int otherIndex, String otherKey, Place otherPlace) {
    return new Account(
        otherIndex,
        otherKey,
        name,
        email,
        person,
        owner,
        type,
        status,
        created,
        expires,
        lastSignIn,
        department,
        title,
        manager,
        password,
        mfa,
        mfaMethod,
        licence,
        otherPlace);
  }

  /// Enabled by status, and not expired: an account that expires on `asOf` still is.
  public boolean isEnabled(LocalDate asOf) {
    LocalDate end = expires;
    return status == Status.ENABLED && (end == null || !end.isBefore(asOf));
  }
}
