package app.stalekeys.demo;

import java.text.Normalizer;
import java.time.LocalDate;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/// A person on the payroll.
///
/// @param number staff number, five digits
/// @param end last day; null while employed without end
record Worker(
    String number,
    String name,
    Department department,
    String title,
    String manager,
    boolean seasonal,
    boolean onLeave,
    LocalDate start,
    @Nullable LocalDate end) {

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
    return end != null && !end.isAfter(DemoAudit.AS_OF);
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
