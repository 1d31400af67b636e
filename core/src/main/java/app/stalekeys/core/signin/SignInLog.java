package app.stalekeys.core.signin;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.AccountBook;
import app.stalekeys.core.bits.LongColumn;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.Segment;
import app.stalekeys.core.source.Place;
import java.lang.ref.SoftReference;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
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
  private SoftReference<@Nullable Histories> histories = new SoftReference<>(null);

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
    LogPage page = new LogPage(0, source.file(), segment, accounts);
    LongColumn fileRows = page.fileRows();
    for (int row = 0; row < page.rows(); row++) {
      if (page.at(row) < end) {
        visitor.visit(
            page.accountAt(row), page.at(row), page.outcome(row), source.file(), fileRows.at(row));
      }
    }
  }

  /// The log in order: put so when first asked for, and let go when memory runs short.
  public synchronized Histories histories() {
    Histories known = histories.get();
    if (known == null) {
      List<LogPage> pages = new ArrayList<>();
      forEachPage((source, segment, page) -> pages.add(page));
      known = new Histories(pages, accounts.accounts(), end);
      histories = new SoftReference<>(known);
    }
    return known;
  }

  /// Receives the stretches of the log, one opened at a time.
  interface PageVisitor {
    /// @param source which of the files; @param segment which stretch of it
    void visit(int source, int segment, LogPage page);
  }

  void forEachPage(PageVisitor visitor) {
    int number = 0;
    for (int source = 0; source < sources.size(); source++) {
      int stretch = 0;
      for (Segment segment : sources.get(source).segments(Kind.SIGN_INS)) {
        visitor.visit(
            source,
            stretch++,
            new LogPage(number++, sources.get(source).file(), segment, accounts));
      }
    }
  }

  /// Opens one stretch again.
  LogPage page(int source, int segment) {
    FactSource from = sources.get(source);
    return new LogPage(segment, from.file(), from.segment(Kind.SIGN_INS, segment), accounts);
  }

  /// Milliseconds of the first instant after the as-of day.
  long end() {
    return end;
  }

  /// Forgets the order: whoever asks again puts it in order again.
  public synchronized void letGo() {
    histories = new SoftReference<>(null);
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
