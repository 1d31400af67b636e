package app.stalekeys.core.fix;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/// Where a fix is on its way. What may follow what stands in one table.
public enum FixState {
  PLANNED("planned"),
  /// Whoever must act knows of it.
  HANDED_OVER("handed over"),
  /// Said, not proved.
  REPORTED_DONE("reported done"),
  /// A later snapshot proves it.
  CONFIRMED("confirmed"),
  /// Reported done or confirmed, and there in a later snapshot.
  CAME_BACK("came back"),
  /// Whoever must act will not, with a reason.
  REFUSED("refused"),
  /// The auditor does not want it any more, with a reason.
  DROPPED("dropped");

  private static final Map<FixState, Set<FixState>> NEXT = new EnumMap<>(FixState.class);

  static {
    NEXT.put(PLANNED, EnumSet.of(HANDED_OVER, REPORTED_DONE, CONFIRMED, DROPPED));
    NEXT.put(HANDED_OVER, EnumSet.of(PLANNED, REPORTED_DONE, CONFIRMED, REFUSED, DROPPED));
    NEXT.put(REPORTED_DONE, EnumSet.of(HANDED_OVER, CONFIRMED, CAME_BACK, DROPPED));
    NEXT.put(CONFIRMED, EnumSet.of(CAME_BACK));
    NEXT.put(CAME_BACK, EnumSet.of(HANDED_OVER, REPORTED_DONE, CONFIRMED, DROPPED));
    NEXT.put(REFUSED, EnumSet.of(PLANNED, HANDED_OVER, CONFIRMED, DROPPED));
    NEXT.put(DROPPED, EnumSet.of(PLANNED));
  }

  private final String words;

  FixState(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public static Optional<FixState> of(String word) {
    return Arrays.stream(values()).filter(one -> one.word().equals(word)).findFirst();
  }

  public boolean mayBecome(FixState next) {
    return NEXT.getOrDefault(this, Set.of()).contains(next);
  }

  /// Whether somebody still has to do something, so that a due day that passed counts.
  public boolean isOpen() {
    return this == PLANNED || this == HANDED_OVER || this == CAME_BACK;
  }

  /// What a later snapshot makes of it. A snapshot that cannot tell changes nothing.
  public FixState after(Confirmation.Outcome outcome) {
    return switch (outcome) {
      case DONE -> mayBecome(CONFIRMED) ? CONFIRMED : this;
      case STILL_THERE -> mayBecome(CAME_BACK) ? CAME_BACK : this;
      case UNKNOWN -> this;
    };
  }
}
