package app.stalekeys.core.signin;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.AccountBook;
import app.stalekeys.core.bits.LongColumn;
import app.stalekeys.core.bits.TextColumn;
import app.stalekeys.core.evidence.Segment;
import app.stalekeys.core.source.Place;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// One stretch of a log: whose attempt each row is, when and how it ended are opened at once, the details
/// when somebody first asks for them.
final class LogPage {

  private static final int UNKNOWN = -1;

  private final int number;
  private final String file;
  private final Segment segment;
  private final AccountBook book;
  private final TextColumn names;
  private final int[] accounts;
  private final LongColumn at;
  private final byte[] outcomes;
  private final Map<Detail, TextColumn> details = new EnumMap<>(Detail.class);
  private @Nullable LongColumn fileRows;

  /// @param number its place among the pages of the log
  LogPage(int number, String file, Segment segment, AccountBook book) {
    this.number = number;
    this.file = file;
    this.segment = segment;
    this.book = book;
    this.names = segment.texts("account");
    this.at = segment.numbers("at");
    this.accounts = accounts();
    this.outcomes = outcomes(segment.texts("outcome"));
  }

  /// Without directories each distinct name is looked up once a page, not once a row.
  private int[] accounts() {
    int[] found = new int[segment.rows()];
    if (book.hasDirectories()) {
      TextColumn directories = segment.texts("directory");
      for (int row = 0; row < found.length; row++) {
        found[row] = index(directories.at(row), names.at(row));
      }
      return found;
    }
    int[] byCode = new int[names.codes()];
    Arrays.setAll(byCode, code -> index(null, names.textOf(code)));
    Arrays.setAll(found, row -> byCode[names.codeAt(row)]);
    return found;
  }

  private int index(@Nullable String directory, @Nullable String name) {
    Account account = name == null ? null : book.find(directory == null ? "" : directory, name);
    return account == null ? UNKNOWN : account.index();
  }

  private static byte[] outcomes(TextColumn words) {
    byte[] byCode = new byte[words.codes()];
    for (int code = 1; code < byCode.length; code++) {
      byCode[code] = (byte) Outcome.of(String.valueOf(words.textOf(code))).ordinal();
    }
    byte[] outcomes = new byte[words.size()];
    for (int row = 0; row < outcomes.length; row++) {
      outcomes[row] = byCode[words.codeAt(row)];
    }
    return outcomes;
  }

  int number() {
    return number;
  }

  int rows() {
    return accounts.length;
  }

  /// [Account#index()]; less than 0 when no accounts file defines the account.
  int account(int row) {
    return accounts[row];
  }

  @Nullable Account accountAt(int row) {
    return accounts[row] == UNKNOWN ? null : book.accounts().get(accounts[row]);
  }

  String name(int row) {
    String name = names.at(row);
    return name == null ? "" : name;
  }

  /// As the log spells them.
  TextColumn names() {
    return names;
  }

  /// Whether any row may say it.
  boolean says(Detail detail) {
    return segment.has(detail.word());
  }

  /// Milliseconds since 1970-01-01 UTC.
  long at(int row) {
    return at.at(row);
  }

  Outcome outcome(int row) {
    return Outcome.at(outcomes[row]);
  }

  /// Empty when the log says nothing.
  String detail(Detail detail, int row) {
    String text = column(detail).at(row);
    return text == null ? "" : text;
  }

  synchronized TextColumn column(Detail detail) {
    return details.computeIfAbsent(detail, key -> segment.texts(key.word()));
  }

  Place place(int row) {
    return Place.ofRow(file, fileRows().at(row));
  }

  /// The row of the file for each row of the page.
  synchronized LongColumn fileRows() {
    if (fileRows == null) {
      fileRows = segment.fileRows();
    }
    return fileRows;
  }
}
