package app.stalekeys.core.check.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.people.Person;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/// The recorded activities that a check is about, in the order of time.
final class Deeds {

  static final Comparator<Activity> IN_TIME =
      Comparator.comparingLong(Activity::at)
          .thenComparing(done -> done.place().file())
          .thenComparingLong(done -> done.place().row());

  private Deeds() {}

  static List<Activity> of(Examination examination, Predicate<Activity> wanted) {
    List<Activity> found = new ArrayList<>();
    examination
        .access()
        .records()
        .activity()
        .scan(done -> {
          if (wanted.test(done)) {
            found.add(done);
          }
        });
    found.sort(IN_TIME);
    return found;
  }

  /// The account something was done to; null when no accounts file defines it.
  static @Nullable Account target(Examination examination, Activity done) {
    return done.target().isEmpty() ? null : examination.access().book().find("", done.target());
  }

  /// The person behind an account; null when there is none.
  static @Nullable Person person(Examination examination, @Nullable Account account) {
    return account == null ? null : examination.person(account);
  }
}
