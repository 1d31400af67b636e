package app.stalekeys.core.check.signins;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckSettings;
import app.stalekeys.core.check.Examiner;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Bursts;
import app.stalekeys.core.signin.Histories;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.signin.Sprays;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.CodePoints;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/// One run of failures as the checks on guessing and spraying see it, to be marked on a line of time.
///
/// @param check `guessing` or `spraying`
/// @param subject the account's key, or the address
/// @param from milliseconds of the first failure; @param until of the last
/// @param accounts different accounts that were tried
public record BurstMark(
    String check,
    String application,
    String subject,
    long from,
    long until,
    int failures,
    int accounts) {

  /// All of a snapshot, in the order of time, with the thresholds that are set; of a check that is off, none.
  public static List<BurstMark> of(Snapshot snapshot, Examiner.Settings settings) {
    List<BurstMark> marks = new ArrayList<>();
    for (ApplicationAccess access : snapshot.applications()) {
      if (access.coverage().has("sign-ins")) {
        guessing(access, settings, marks);
        spraying(access, settings, marks);
        access.signIns().letGo();
      }
    }
    marks.sort(Comparator.comparingLong(BurstMark::from).thenComparing(BurstMark::subject));
    return marks;
  }

  private static void guessing(
      ApplicationAccess access, Examiner.Settings settings, List<BurstMark> marks) {
    Check check = new Guessing();
    String application = access.application().id();
    CheckSettings own = settings.of(check.id(), application);
    if (!own.isOn()) {
      return;
    }
    int count = check.number(own, "count");
    long within = Attempts.minutes(check.number(own, "minutes"));
    access
        .signIns()
        .histories()
        .forEach((account, attempts) -> {
          List<Attempt> failures =
              attempts.stream().filter(one -> one.outcome() == Outcome.FAILURE).toList();
          for (List<Attempt> run : Bursts.of(failures, count, within)) {
            marks.add(mark(check.id(), application, account.key(), run));
          }
        });
  }

  private static void spraying(
      ApplicationAccess access, Examiner.Settings settings, List<BurstMark> marks) {
    Check check = new Spraying();
    String application = access.application().id();
    CheckSettings own = settings.of(check.id(), application);
    if (!own.isOn()) {
      return;
    }
    int count = check.number(own, "count");
    long within = Attempts.minutes(check.number(own, "minutes"));
    failuresByAddress(access.signIns().histories())
        .forEach((address, failures) -> {
          for (List<Attempt> run : Sprays.of(failures, count, within)) {
            marks.add(mark(check.id(), application, address, run));
          }
        });
  }

  /// The failures that name an address, each list in the order of time.
  static Map<String, List<Attempt>> failuresByAddress(Histories histories) {
    Map<String, List<Attempt>> byAddress = new TreeMap<>(CodePoints.ORDER);
    histories.attempts(attempt -> {
      if (attempt.outcome() == Outcome.FAILURE && !attempt.address().isEmpty()) {
        byAddress.computeIfAbsent(attempt.address(), key -> new ArrayList<>(2)).add(attempt);
      }
    });
    byAddress.values().forEach(failures -> failures.sort(Attempt.IN_TIME));
    return byAddress;
  }

  private static BurstMark mark(
      String check, String application, String subject, List<Attempt> run) {
    return new BurstMark(
        check,
        application,
        subject,
        run.getFirst().at(),
        run.getLast().at(),
        run.size(),
        (int) run.stream().map(Attempt::accountKey).distinct().count());
  }
}
