package app.stalekeys.core.access;

import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/// A password, key, secret, certificate or token of an account.
///
/// @param type as the export maps it; empty when it does not say
public record Credential(
    Account account,
    String id,
    String type,
    String status,
    @Nullable LocalDate created,
    @Nullable LocalDate rotated,
    @Nullable LocalDate lastUsed,
    @Nullable LocalDate expires,
    Place place) {

  public boolean isActive() {
    return status.toLowerCase(Locale.ROOT).equals("active");
  }

  /// Credentials of accounts that a file defines, in the order of the files.
  public static List<Credential> read(
      Collection<? extends FactSource> sources, AccountBook accounts) {
    List<Credential> credentials = new ArrayList<>();
    for (FactSource source : sources) {
      FactCursor.forEach(
          source,
          Kind.CREDENTIALS,
          row -> {
            Account account = accounts.find(row.text("directory"), row.text("account"));
            if (account != null) {
              credentials.add(
                  new Credential(
                      account,
                      row.text("credential"),
                      row.text("type"),
                      row.text("status"),
                      row.day("created"),
                      row.day("rotated"),
                      row.day("last-used"),
                      row.day("expires"),
                      row.place()));
            }
          });
    }
    return credentials;
  }
}
