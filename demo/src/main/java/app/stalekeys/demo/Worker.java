package app.stalekeys.demo;

import java.text.Normalizer;
import java.time.LocalDate;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/// A person on the payroll.
///
/// @param number staff number, five digits
/// @param end last day; null while employed without end
/// @param moved the day of the move from the yard to this department; null without one
record Worker(
    String number,
    String name,
    Department department,
    String title,
    String manager,
    boolean seasonal,
    boolean onLeave,
    LocalDate start,
    @Nullable LocalDate end,
    @Nullable LocalDate moved) {

  enum Department {
    FINANCE("Finance"),
    HEAD_OFFICE("Head Office"),
    QUAYS("Quays"),
    PURSERS("Pursers"),
    BRIDGE("Bridge"),
    ENGINE("Engine Room"),
    FREIGHT("Freight"),
    HULL("Hull Works"),
    CREW_OFFICE("Crew Office");

    private final String words;

    Department(String words) {
      this.words = words;
    }

    String words() {
      return words;
    }
  }

  boolean hasLeft() {
    return hasLeft(DemoAudit.AS_OF);
  }

  boolean hasLeft(LocalDate asOf) {
    return end != null && !end.isAfter(asOf);
  }

  /// The end as the personnel office knew it then: seasons have one from the start.
  @Nullable LocalDate knownEnd(LocalDate asOf) {
    return seasonal || hasLeft(asOf) ? end : null;
  }

  /// The department before a move, which is the later one's neighbour.
  Department departmentAt(LocalDate asOf) {
    return moved != null && moved.isAfter(asOf) ? Department.HULL : department;
  }

  /// The same person in another department from a day on.
  Worker movedTo(Department next, String post, LocalDate day) {
    return new Worker(number, name, next, post, manager, seasonal, onLeave, start, end, day);
  }

  /// The last day on which the worker can have signed in: the leaving day, or the as-of day.
  LocalDate lastDayHere() {
    LocalDate last = end;
    return last == null || last.isAfter(DemoAudit.AS_OF) ? DemoAudit.AS_OF : last;
  }

  /// `first.last`, without accents: the directory's user name.
  String userName() {
    String plain =
        Normalizer.normalize(name, Normalizer.Form.NFD)
            .replaceAll("\\p{M}", "")
            .replace("ð", "d")
            .replace("ø", "o")
            .replace("Ø", "O");
    return plain.toLowerCase(Locale.ROOT).replace(' ', '.');
  }

  String email() {
    return userName() + "@fennicksound.example";
  }
}
