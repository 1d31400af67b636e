package app.stalekeys.core.signin;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.AccountBook;
import app.stalekeys.core.bits.LongColumn;
import app.stalekeys.core.bits.TextColumn;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.Segment;
import app.stalekeys.core.source.Place;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// The sign-ins of one application up to the end of the as-of day. Rows after it are passed over:
/// the audit is about what was known that day. Scanning costs one walk over the columns asked for.
public final class SignInLog {

  /// Receives attempts in the order of the files, which need not be the order of time.
  public interface Visitor {
    /// @param account null when no accounts file defines the account
    /// @param at milliseconds since 1970-01-01 UTC
    /// @param row the row in `file`
    void visit(@Nullable Account account, long at, Outcome outcome, String file, long row);
  }

  private final List<FactSource> sources;
  private final AccountBook accounts;
  private final long end;

  /// @param end the first instant after the as-of day
  public SignInLog(Collection<? extends FactSource> sources, AccountBook accounts, Instant end) {
    this.sources =
        sources.stream()
            .filter(source -> source.serves(Kind.SIGN_INS))
            .map(FactSource.class::cast)
            .toList();
    this.accounts = accounts;
    this.end = end.toEpochMilli();
  }

  /// The files the log comes from.
  public List<String> files() {
    return sources.stream().map(FactSource::file).toList();
  }

  public void scan(Visitor visitor) {
    for (FactSource source : sources) {
      for (Segment segment : source.segments(Kind.SIGN_INS)) {
        scan(source, segment, visitor);
      }
    }
  }

  private void scan(FactSource source, Segment segment, Visitor visitor) {
    LongColumn at = segment.numbers("at");
    TextColumn names = segment.texts("account");
    TextColumn directories = segment.texts("directory");
    LongColumn rows = segment.fileRows();
    Outcome[] outcomes = outcomes(segment.texts("outcome"));
    TextColumn outcomeCodes = segment.texts("outcome");
    // Without directories each distinct name is looked up once a segment, not once a row.
    @Nullable Account[] known = accounts.hasDirectories() ? null : lookUp(names);
    for (int i = 0; i < segment.rows(); i++) {
      if (at.at(i) >= end) {
        continue;
      }
      Account account =
          known == null ? find(directories.at(i), names.at(i)) : known[names.codeAt(i)];
      visitor.visit(account, at.at(i), outcomes[outcomeCodes.codeAt(i)], source.file(), rows.at(i));
    }
  }

  private static Outcome[] outcomes(TextColumn column) {
    Outcome[] outcomes = new Outcome[column.codes()];
    for (int code = 1; code < outcomes.length; code++) {
      outcomes[code] = Outcome.of(String.valueOf(column.textOf(code)));
    }
    return outcomes;
  }

  private @Nullable Account[] lookUp(TextColumn names) {
    @Nullable Account[] known = new @Nullable Account[names.codes()];
    for (int code = 1; code < known.length; code++) {
      known[code] = find(null, names.textOf(code));
    }
    return known;
  }

  private @Nullable Account find(@Nullable String directory, @Nullable String name) {
    return name == null ? null : accounts.find(directory == null ? "" : directory, name);
  }

  /// One attempt with all its details. Texts are empty where the log has none.
  ///
  /// @param account null when no accounts file defines it
  /// @param accountName as the log spells it
  public record Attempt(
      @Nullable Account account,
      String accountName,
      long at,
      Outcome outcome,
      String address,
      String client,
      String browser,
      String location,
      String method,
      String session,
      String duration,
      Place place) {}

  /// Calls `visitor` once an attempt with one of the outcomes, in the order of the files. Dearer than the
  /// other scan: every column is opened, and every such row becomes an object.
  public void attempts(Set<Outcome> outcomes, Consumer<Attempt> visitor) {
    for (FactSource source : sources) {
      for (Segment segment : source.segments(Kind.SIGN_INS)) {
        new Attempts(source.file(), segment).visit(outcomes, visitor);
      }
    }
  }

  /// The columns of one segment.
  private final class Attempts {
    private final String file;
    private final Segment segment;
    private final LongColumn at;
    private final LongColumn rows;
    private final TextColumn names;
    private final TextColumn directories;
    private final TextColumn outcomeCodes;
    private final TextColumn[] details;

    Attempts(String file, Segment segment) {
      this.file = file;
      this.segment = segment;
      this.at = segment.numbers("at");
      this.rows = segment.fileRows();
      this.names = segment.texts("account");
      this.directories = segment.texts("directory");
      this.outcomeCodes = segment.texts("outcome");
      this.details =
          Stream.of("address", "client", "browser", "location", "method", "session", "duration")
              .map(segment::texts)
              .toArray(TextColumn[]::new);
    }

    void visit(Set<Outcome> wanted, Consumer<Attempt> visitor) {
      Outcome[] outcomes = outcomes(outcomeCodes);
      @Nullable Account[] known = accounts.hasDirectories() ? null : lookUp(names);
      for (int i = 0; i < segment.rows(); i++) {
        Outcome outcome = outcomes[outcomeCodes.codeAt(i)];
        if (at.at(i) < end && wanted.contains(outcome)) {
          Account account =
              known == null ? find(directories.at(i), names.at(i)) : known[names.codeAt(i)];
          visitor.accept(attempt(i, account, outcome));
        }
      }
    }

    private Attempt attempt(int i, @Nullable Account account, Outcome outcome) {
      return new Attempt(
          account,
          text(names, i),
          at.at(i),
          outcome,
          text(details[0], i),
          text(details[1], i),
          text(details[2], i),
          text(details[3], i),
          text(details[4], i),
          text(details[5], i),
          text(details[6], i),
          Place.ofRow(file, rows.at(i)));
    }

    private static String text(TextColumn column, int row) {
      String text = column.at(row);
      return text == null ? "" : text;
    }
  }

  /// The latest success of each account and how much was looked at.
  ///
  /// @param byAccount by [Account#index()]; null where the account never succeeded
  /// @param attempts all rows up to the end of the as-of day
  public record LastSuccesses(@Nullable Success[] byAccount, long attempts) {}

  /// One success and the row that says so.
  public record Success(Instant at, Place place) {}

  public LastSuccesses lastSuccesses() {
    int size = accounts.accounts().size();
    long[] last = new long[size];
    java.util.Arrays.fill(last, LongColumn.ABSENT);
    long[] rows = new long[size];
    String[] files = new String[size];
    long[] attempts = new long[1];
    scan((account, at, outcome, file, row) -> {
      attempts[0]++;
      if (outcome == Outcome.SUCCESS && account != null && at > last[account.index()]) {
        last[account.index()] = at;
        rows[account.index()] = row;
        files[account.index()] = file;
      }
    });
    @Nullable Success[] successes = new @Nullable Success[size];
    for (int i = 0; i < size; i++) {
      if (last[i] != LongColumn.ABSENT) {
        successes[i] = new Success(Instant.ofEpochMilli(last[i]), Place.ofRow(files[i], rows[i]));
      }
    }
    return new LastSuccesses(successes, attempts[0]);
  }
}
