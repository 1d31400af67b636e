package app.stalekeys.server.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.server.platform.Refusal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/// Which changes are asked for, by the parameters of a request; what is missing is "any".
final class ChangeFilter {

  private ChangeFilter() {}

  /// Those that meet all parameters, in the order of time.
  ///
  /// @throws Refusal when a day cannot be read
  static List<ChangeBook.Change> find(ChangeBook.Book book, Map<String, String> asked) {
    Predicate<ChangeBook.Change> wanted =
        inTime(book, asked).and(change -> isOf(change.access(), asked));
    String account = asked.getOrDefault("account", "").strip().toLowerCase(Locale.ROOT);
    if (!account.isEmpty()) {
      wanted = wanted.and(change -> names(change, account));
    }
    String action = asked.getOrDefault("action", "");
    if (!action.isEmpty()) {
      wanted = wanted.and(change -> change.done().action().equals(action));
    }
    String approval = asked.getOrDefault("approval", "");
    if (!approval.isEmpty()) {
      wanted = wanted.and(change -> change.approval().word().equals(approval));
    }
    if (asked.getOrDefault("self", "").equals("true")) {
      wanted = wanted.and(ChangeBook.Change::self);
    }
    String text = asked.getOrDefault("text", "").strip().toLowerCase(Locale.ROOT);
    if (!text.isEmpty()) {
      wanted =
          wanted.and(change ->
              String.join(
                      "\n",
                      change.done().before(),
                      change.done().after(),
                      change.done().resource(),
                      change.done().scope())
                  .toLowerCase(Locale.ROOT)
                  .contains(text));
    }
    return book.changes().stream().filter(wanted).toList();
  }

  static boolean isOf(ApplicationAccess access, Map<String, String> asked) {
    String application = asked.getOrDefault("application", "");
    return application.isEmpty() || access.application().id().equals(application);
  }

  /// Both sides of a change are asked: who did it and to whom, by key or person.
  private static boolean names(ChangeBook.Change change, String word) {
    Account actor = change.done().actor();
    Account target = change.target();
    return String.join(
            "\n",
            actor == null ? change.done().actorName() : actor.key(),
            ChangeBook.person(change.access(), actor),
            target == null ? change.done().target() : target.key(),
            ChangeBook.person(change.access(), target))
        .toLowerCase(Locale.ROOT)
        .contains(word);
  }

  private static Predicate<ChangeBook.Change> inTime(
      ChangeBook.Book book, Map<String, String> asked) {
    ZoneId zone = book.snapshot().zone();
    LocalDate from = day(asked, "from");
    LocalDate until = day(asked, "until");
    long first = from == null ? Long.MIN_VALUE : from.atStartOfDay(zone).toInstant().toEpochMilli();
    long end =
        until == null
            ? Long.MAX_VALUE
            : until.plusDays(1).atStartOfDay(zone).toInstant().toEpochMilli();
    return change -> change.done().at() >= first && change.done().at() < end;
  }

  static @Nullable LocalDate day(Map<String, String> asked, String name) {
    String text = asked.getOrDefault(name, "");
    try {
      return text.isEmpty() ? null : LocalDate.parse(text);
    } catch (DateTimeException unreadable) {
      throw Refusal.unusable(
          "\"%s\" is \"%s\", expected a day such as 2026-06-30.".formatted(name, text));
    }
  }
}
