package app.stalekeys.core.evidence;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/// Words that exports use at the head of a column, read from `synonyms.txt` beside this class: one
/// field a line, `kind.field` where the word means different things in different kinds.
public final class Synonyms {

  private static final Synonyms STANDARD = load();

  private final Map<String, Set<String>> wordsOf;

  private Synonyms(Map<String, Set<String>> wordsOf) {
    this.wordsOf = wordsOf;
  }

  public static Synonyms standard() {
    return STANDARD;
  }

  /// Whether a head's text is the field's own name or one of its synonyms.
  public boolean fits(Kind kind, Field field, String head) {
    return fitsWithin(kind, field, head)
        || normal(head).equals(normal(field.name()))
        || words(field.name()).contains(normal(head));
  }

  /// Whether a head's text is a synonym that holds for the field in this kind alone.
  public boolean fitsWithin(Kind kind, Field field, String head) {
    return words(kind.id() + "." + field.name()).contains(normal(head));
  }

  private Set<String> words(String key) {
    return wordsOf.getOrDefault(key, Set.of());
  }

  /// Letters and digits only, without accents or case: `Brukar-ID` and `brukar id` are one.
  static String normal(String head) {
    String plain = Normalizer.normalize(head, Normalizer.Form.NFD).toLowerCase(Locale.ROOT);
    StringBuilder kept = new StringBuilder(plain.length());
    plain.chars().filter(Character::isLetterOrDigit).forEach(c -> kept.append((char) c));
    return kept.toString();
  }

  private static Synonyms load() {
    Map<String, Set<String>> words = new HashMap<>();
    try (BufferedReader lines =
        new BufferedReader(
            new InputStreamReader(
                Objects.requireNonNull(Synonyms.class.getResourceAsStream("synonyms.txt")),
                StandardCharsets.UTF_8))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        if (line.isBlank() || line.startsWith("#")) {
          continue;
        }
        int equals = line.indexOf('=');
        Set<String> set =
            words.computeIfAbsent(line.substring(0, equals).strip(), key -> new HashSet<>());
        for (String word : line.substring(equals + 1).split(",")) {
          set.add(normal(word));
        }
      }
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
    return new Synonyms(words);
  }
}
