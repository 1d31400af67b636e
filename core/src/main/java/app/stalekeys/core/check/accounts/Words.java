package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/// Words that tell what an account is for, looked for as whole words of its key or name, without regard to
/// case.
record Words(List<String> words, List<Pattern> patterns) {

  static Words of(List<String> words) {
    return new Words(
        words,
        words.stream()
            .map(word ->
                Pattern.compile(
                    "(?<![\\p{L}\\p{N}])" + Pattern.quote(word) + "(?![\\p{L}\\p{N}])",
                    Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE))
            .toList());
  }

  /// The first of the words that stands in key or name; null when none does.
  @Nullable String foundIn(Account account) {
    for (int i = 0; i < words.size(); i++) {
      Pattern pattern = patterns.get(i);
      if (pattern.matcher(account.key()).find() || pattern.matcher(account.name()).find()) {
        return words.get(i);
      }
    }
    return null;
  }

  /// Whether the key, without its directory, or the name is one of the words and nothing else.
  boolean isOne(Account account) {
    String key = account.key().substring(account.key().lastIndexOf('/') + 1);
    return words.stream()
        .map(word -> word.toLowerCase(Locale.ROOT))
        .anyMatch(word ->
            word.equals(key.toLowerCase(Locale.ROOT))
                || word.equals(account.name().toLowerCase(Locale.ROOT)));
  }
}
