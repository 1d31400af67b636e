package app.stalekeys.core.evidence;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/// Words that exports use at the head of a column, read from `synonyms.txt` beside this class: one
/// field a line, `kind.field` where the word means different things in different kinds.
public final class Synonyms {

  private static final Synonyms STANDARD = load();

  /// Longer texts are no heads: nobody needs their words.
  private static final int LONGEST_HEAD = 80;

  private final Map<String, Set<String>> wordsOf;

  /// For each word the fields it can mean, a bit a field, by kind.
  private final Map<String, long[]> fieldsOf = new HashMap<>();

  private Synonyms(Map<String, Set<String>> wordsOf) {
    this.wordsOf = wordsOf;
    for (Kind kind : Kind.values()) {
      List<Field> fields = kind.fieldList();
      for (int i = 0; i < fields.size(); i++) {
        String name = fields.get(i).name();
        mark(normal(name), kind, i);
        for (String word : words(name)) {
          mark(word, kind, i);
        }
        for (String word : words(kind.id() + "." + name)) {
          mark(word, kind, i);
        }
      }
    }
  }

  private void mark(String word, Kind kind, int field) {
    fieldsOf.computeIfAbsent(word, key -> new long[Kind.values().length])[kind.ordinal()] |=
        1L << field;
  }

  /// How many fields of one kind the heads name, for the kind of which they name most.
  public int known(List<String> heads, Collection<Kind> kinds) {
    long[] named = new long[Kind.values().length];
    for (String head : heads) {
      long[] fields = head.length() > LONGEST_HEAD ? null : fieldsOf.get(normal(head));
      for (int i = 0; fields != null && i < named.length; i++) {
        named[i] |= fields[i];
      }
    }
    return kinds.stream().mapToInt(kind -> Long.bitCount(named[kind.ordinal()])).max().orElse(0);
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
    for (int i = 0; i < plain.length(); i++) {
      if (Character.isLetterOrDigit(plain.charAt(i))) {
        kept.append(plain.charAt(i));
      }
    }
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
