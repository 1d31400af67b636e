package app.stalekeys.server.platform;

import java.util.List;
import org.springframework.http.HttpStatus;

/// A request that cannot be done, with sentences for the user. Not a fault of the program.
public final class Refusal extends RuntimeException {

  private static final long serialVersionUID = 1;

  private final HttpStatus status;
  private final List<String> sentences;

  private Refusal(HttpStatus status, List<String> sentences) {
    super(String.join("\n", sentences));
    this.status = status;
    this.sentences = List.copyOf(sentences);
  }

  /// The thing asked for is not there.
  public static Refusal missing(String sentence) {
    return new Refusal(HttpStatus.NOT_FOUND, List.of(sentence));
  }

  /// What was sent cannot be used.
  public static Refusal unusable(List<String> sentences) {
    return new Refusal(HttpStatus.UNPROCESSABLE_CONTENT, sentences);
  }

  public static Refusal unusable(String sentence) {
    return unusable(List.of(sentence));
  }

  /// Somebody else was faster.
  public static Refusal conflict(String sentence) {
    return new Refusal(HttpStatus.CONFLICT, List.of(sentence));
  }

  HttpStatus status() {
    return status;
  }

  public List<String> sentences() {
    return sentences;
  }
}
