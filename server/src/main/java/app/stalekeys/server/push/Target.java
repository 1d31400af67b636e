package app.stalekeys.server.push;

import app.stalekeys.core.fix.Step;
import java.io.IOException;
import org.jspecify.annotations.Nullable;

/// Where fixes are carried out, over one connection. Secrets are used for it and kept nowhere.
interface Target extends AutoCloseable {

  /// What would be sent, word for word.
  ///
  /// @param method `PATCH`, or `modify`
  /// @param address of the object it changes
  /// @param body what is sent
  record Change(String method, String address, String body) {}

  /// What there is to do for a step.
  ///
  /// @param change null when nothing is to be sent
  /// @param words why nothing is: it is so already, or it cannot be done here
  /// @param isDone whether it is so already
  record Prepared(@Nullable Change change, String words, boolean isDone) {
    static Prepared of(Change change) {
      return new Prepared(change, "", false);
    }

    static Prepared already(String words) {
      return new Prepared(null, words, true);
    }

    static Prepared impossible(String words) {
      return new Prepared(null, words, false);
    }
  }

  /// Looks up what the step is about, and changes nothing.
  Prepared prepare(Step step) throws IOException;

  /// Sends a change.
  ///
  /// @return what the service answered, in words
  /// @throws IOException with a sentence when it did not take it
  String send(Change change) throws IOException;

  @Override
  void close();
}
