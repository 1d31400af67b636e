package app.stalekeys.core.signin;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.source.Place;
import java.util.Comparator;
import org.jspecify.annotations.Nullable;

/// One row of a sign-in log. Texts are empty where the log has none. It is a view of the log's columns, so
/// that a long log can be walked over without its texts becoming objects; equal when it is the same row.
public final class Attempt {

  /// By time; rows of one moment in the order of the files.
  public static final Comparator<Attempt> IN_TIME =
      Comparator.comparingLong(Attempt::at)
          .thenComparingInt(attempt -> attempt.page.number())
          .thenComparingInt(attempt -> attempt.row);

  private final LogPage page;
  private final int row;

  Attempt(LogPage page, int row) {
    this.page = page;
    this.row = row;
  }

  /// Null when no accounts file defines the account.
  public @Nullable Account account() {
    return page.accountAt(row);
  }

  /// As the log spells it.
  public String accountName() {
    return page.name(row);
  }

  /// The key of the account, as the log spells it when no accounts file defines it.
  public String accountKey() {
    Account account = account();
    return account == null ? accountName() : account.key();
  }

  /// Milliseconds since 1970-01-01 UTC.
  public long at() {
    return page.at(row);
  }

  public Outcome outcome() {
    return page.outcome(row);
  }

  public String address() {
    return page.detail(Detail.ADDRESS, row);
  }

  public String client() {
    return page.detail(Detail.CLIENT, row);
  }

  public String browser() {
    return page.detail(Detail.BROWSER, row);
  }

  public String location() {
    return page.detail(Detail.LOCATION, row);
  }

  public String method() {
    return page.detail(Detail.METHOD, row);
  }

  public String session() {
    return page.detail(Detail.SESSION, row);
  }

  /// Whole seconds or ISO 8601, as the log has it.
  public String duration() {
    return page.detail(Detail.DURATION, row);
  }

  /// Empty where the log says nothing.
  public String detail(Detail detail) {
    return page.detail(detail, row);
  }

  public Place place() {
    return page.place(row);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Attempt that && page == that.page && row == that.row;
  }

  @Override
  public int hashCode() {
    return page.number() * 31 + row;
  }
}
