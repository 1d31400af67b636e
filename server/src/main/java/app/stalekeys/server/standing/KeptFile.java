package app.stalekeys.server.standing;

import app.stalekeys.server.platform.Refusal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.util.NoSuchElementException;
import java.util.function.ToIntFunction;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/// A file of the saved folder that holds what people did in the program, as JSON.
@Component
class KeptFile {

  private final JsonMapper json;

  KeptFile(JsonMapper json) {
    this.json = json;
  }

  byte[] write(Object words) {
    return json.writerWithDefaultPrettyPrinter().writeValueAsBytes(words);
  }

  /// Hands over what the file holds, if it is there.
  ///
  /// @param restoring answers how much of it was not known here; in one transaction
  /// @return the same; 0 when there is no such file
  /// @throws Refusal when the file is damaged; nothing of it was restored then
  <T> int restore(Path file, Class<T> type, ToIntFunction<T> restoring) throws IOException {
    if (!Files.isRegularFile(file)) {
      return 0;
    }
    try {
      return restoring.applyAsInt(json.readValue(Files.readAllBytes(file), type));
    } catch (JacksonException
        | DateTimeException
        | IllegalArgumentException
        | NoSuchElementException
        | NullPointerException damaged) {
      throw Refusal.unusable(
          "%s: this is not what Stale Keys wrote there; restore it from where it was saved, or take it out of the folder."
              .formatted(file.getFileName()));
    }
  }
}
