package app.stalekeys.core.watch;

/// A watch that fired.
///
/// @param subject the account or the address
/// @param first milliseconds of the first attempt that it rests on; @param last of the last
/// @param count attempts, or accounts for spraying
/// @param held how often the same subject would have fired since it last did, and was held back by the quiet time
public record Alarm(
    Watch.Rule rule, String subject, long first, long last, int count, String address, int held) {

  /// The alarm as a sentence, without its time.
  public String sentence() {
    String what =
        switch (rule) {
          case GUESSING -> "The account %s failed %,d times in a row".formatted(subject, count);
          case GUESSED ->
              "Somebody signed in as %s after %,d failures in a row".formatted(subject, count);
          case SPRAYING -> "The address %s failed against %,d accounts".formatted(subject, count);
          case LOCKOUTS -> "The account %s was locked out %,d times".formatted(subject, count);
          case UNEXPECTED_ADDRESS -> "The account %s signed in from outside".formatted(subject);
        };
    String from = address.isEmpty() || rule == Watch.Rule.SPRAYING ? "" : ", from " + address;
    String more = held == 0 ? "" : "; held back %,d times since the last alarm".formatted(held);
    return what + from + more + ".";
  }
}
