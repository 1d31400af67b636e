package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.signin.SignInLog;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// The last sign-in of an account: the later of the declared day and the latest success in the log,
/// neither after the as-of day.
///
/// @param place the row that says so
/// @param logs the log files that hold no later success
record LastSignIn(LocalDate day, String origin, Place place, List<String> logs) {

  /// Null when the account never signed in, as far as the evidence knows.
  static @Nullable LastSignIn of(Account account, Examination examination) {
    LocalDate declared = account.lastSignIn();
    if (declared != null && declared.isAfter(examination.asOf())) {
      declared = null;
    }
    SignInLog.Success success = examination.access().lastSuccess(account);
    List<String> logs = examination.access().signIns().files();
    if (success != null) {
      LocalDate logged = success.at().atZone(examination.snapshot().zone()).toLocalDate();
      if (declared == null || !declared.isAfter(logged)) {
        return new LastSignIn(logged, "sign-in log", success.place(), logs);
      }
    }
    return declared == null
        ? null
        : new LastSignIn(declared, "accounts file", account.place().inColumn(null), logs);
  }

  /// Cites each log as a whole for holding no success.
  static void citeLogs(Examination examination, Examination.Draft draft) {
    examination.access().signIns().files().forEach(file -> draft.evidence(Place.ofFile(file)));
  }

  /// Cites the row, and each log as a whole for holding nothing later.
  void cite(Examination.Draft draft) {
    draft.evidence(place);
    logs.forEach(file -> draft.evidence(Place.ofFile(file)));
  }
}
